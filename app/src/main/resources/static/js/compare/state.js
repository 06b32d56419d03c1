// What is chosen on the page of several records; in the address, so that a link and a kept view open the same.

/** @property shown labels of what is drawn; null for the first; last: so much of the newest, in ms, until another view is chosen */
export const state = { by: 'absolute', layout: 'overlay', shown: null, marks: {}, view: null, last: 0, minuend: '', subtrahend: '' };

export function recall(sources) {
  const q = new URL(location.href).searchParams, from = Number(q.get('from')), to = Number(q.get('to'));
  if (['absolute', 'elapsed', 'marker'].includes(q.get('by'))) state.by = q.get('by');
  if (['overlay', 'stack'].includes(q.get('layout'))) state.layout = q.get('layout');
  if (q.has('lines')) state.shown = q.get('lines').split('~').filter(Boolean);
  if (q.has('from') && to > from) state.view = { from, to };
  if (Number(q.get('last')) > 0) state.last = Number(q.get('last'));
  ['minuend', 'subtrahend'].forEach((k) => { state[k] = (q.get(k) ?? '').replace('.', ' '); });
  sources.forEach((s) => { if (q.has(`mark-${s.key}`)) state.marks[s.key] = q.get(`mark-${s.key}`); });
}

export function keep() {
  const now = new URL(location.href), q = now.searchParams;
  const put = (name, value, usual) => (value === usual ? q.delete(name) : q.set(name, value));
  put('by', state.by, 'absolute');
  put('layout', state.layout, 'overlay');
  put('lines', state.shown === null ? '' : state.shown.join('~'), '');
  put('from', state.view ? Math.floor(state.view.from) : '', '');
  put('to', state.view ? Math.ceil(state.view.to) : '', '');
  ['minuend', 'subtrahend'].forEach((k) => put(k, state[k].replace(' ', '.'), ''));
  Object.entries(state.marks).forEach(([key, at]) => put(`mark-${key}`, at, ''));
  ['month', 'site', 'last'].forEach((k) => q.delete(k));
  history.replaceState(null, '', now.href);
}
