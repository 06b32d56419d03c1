// The view in the address: one that somebody stays at is a step of the way back, and a link to it opens it again.
import { view, whole } from './context.js';
import { cursors } from './cursors.js';

let noting = null;

function settle() {
  noting = null;
  const now = new URL(location.href), wholly = view.from === whole.from && view.to === whole.to;
  ['from', 'to', 'a', 'b'].forEach((k) => now.searchParams.delete(k));
  if (!wholly) { now.searchParams.set('from', Math.floor(view.from)); now.searchParams.set('to', Math.ceil(view.to)); }
  cursors.forEach((t, i) => now.searchParams.set('ab'[i], t));
  if (now.href !== location.href) history.pushState(null, '', now.href);
  carry();
}

export function note() {
  clearTimeout(noting);
  noting = setTimeout(settle, 500);
}

// who is quicker than that takes the view along all the same
['submit', 'click'].forEach((act) => document.addEventListener(act, (e) => {
  if (noting === null || act === 'click' && !e.target.closest('[data-keeps-view]')) return;
  clearTimeout(noting);
  settle();
}, true));

/** Other units, the logger's own clock and what comes back from a form show the same stretch. */
export function carry() {
  const asked = new URL(location.href).searchParams;
  document.querySelectorAll('[data-keeps-view]').forEach((link) => {
    const to = new URL(link.href);
    ['from', 'to'].forEach((k) => (asked.has(k) ? to.searchParams.set(k, asked.get(k)) : to.searchParams.delete(k)));
    link.href = to.href;
  });
  document.querySelectorAll('input[name=seen]').forEach((f) => { f.value = location.search.replace(/^\?/, ''); });
}

/** What the address asks for: a stretch, or null for all, and the cursors. */
export function asked() {
  const q = new URL(location.href).searchParams, from = Number(q.get('from')), to = Number(q.get('to'));
  return { stretch: from > 0 && to > from ? [from, to] : null, cursors: ['a', 'b'].map((k) => Number(q.get(k))).filter((t) => t > 0) };
}
