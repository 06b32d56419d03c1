// The mission chart: one plot a unit with a common time axis, limits as bands, excursions in a ribbon above, gaps as gaps,
// an overview strip below. Points come from the server at the zoom in view, as smallest and largest value a column.
import { LEFT, RIGHT, box, clamp, data, points, view, whole } from './context.js';
import { between, clear, cursors, set, tell } from './cursors.js';
import { choices, chosen, drawn, legend } from './legend.js';
import { overview } from './overview.js';
import { build, repaint } from './plots.js';

if (box) start();

function start() {
  let wanted = null, fetching = false, last = null, timer = null, noting = null;

  function redraw() {
    if (!last) return;
    paint(last);
    after();
  }
  function paint(got) {
    last = got;
    legend(got, redraw);
    build({ groups: got.groups, lines: drawn(got) }, { stretch: (a, b) => show(a, b), all, picked });
    overview(show);
  }
  function after() { clearTimeout(timer); timer = setTimeout(figures, 250); }

  async function show(from, to, { noted = true } = {}) {
    const length = clamp(to - from, Math.min(10000, whole.to - whole.from), whole.to - whole.from);
    const begin = clamp((from + to) / 2 - length / 2, whole.from, whole.to - length);
    Object.assign(view, { from: begin, to: begin + length });
    wanted = { ...view };
    document.querySelectorAll('[data-span]').forEach((b) => b.classList.toggle('on', b.dataset.span === 'all' ? length === whole.to - whole.from : Math.abs(length - b.dataset.span) < 1000));
    if (noted) note();
    if (fetching) return;
    // one request at a time, and after it the newest view that was asked for meanwhile: a drag sends no more than are answered
    fetching = true;
    try {
      while (wanted) {
        const { from: f, to: t } = wanted;
        wanted = null;
        paint(await points(f, t, Math.max(200, box.clientWidth - LEFT - RIGHT)));
      }
    } catch (e) {
      document.getElementById('under').textContent = e.message;
    } finally {
      fetching = false;
    }
    after();
  }
  function all() { clear(); tell([]); show(whole.from, whole.to); }

  // A view that somebody stays at is a step of the way back, and a link to it opens it again.
  function note() {
    clearTimeout(noting);
    noting = setTimeout(() => {
      const now = new URL(location.href), wholly = view.from === whole.from && view.to === whole.to;
      ['from', 'to', 'a', 'b'].forEach((k) => now.searchParams.delete(k));
      if (!wholly) { now.searchParams.set('from', Math.floor(view.from)); now.searchParams.set('to', Math.ceil(view.to)); }
      cursors.forEach((t, i) => now.searchParams.set('ab'[i], t));
      if (now.href !== location.href) history.pushState(null, '', now.href);
      carry(now.searchParams);
    }, 500);
  }
  // Other units and the logger's own clock show the same stretch.
  function carry(parameters) {
    document.querySelectorAll('[data-keeps-view]').forEach((link) => {
      const to = new URL(link.href);
      ['from', 'to'].forEach((k) => (parameters.has(k) ? to.searchParams.set(k, parameters.get(k)) : to.searchParams.delete(k)));
      link.href = to.href;
    });
  }
  function fromAddress(options) {
    const asked = new URL(location.href).searchParams, from = Number(asked.get('from')), to = Number(asked.get('to'));
    clear();
    ['a', 'b'].forEach((k) => { if (Number(asked.get(k)) > 0) set(Number(asked.get(k))); });
    carry(asked);
    if (from > 0 && to > from) show(from, to, options); else show(whole.from, whole.to, options);
    told();
  }
  addEventListener('popstate', () => fromAddress({ noted: false }));

  // Cursors
  function told() { tell(last ? drawn(last).map((l) => l.channel) : data.channels.map((c) => c.number)); }
  function picked(t) { set(t); repaint(); told(); after(); note(); }

  // The figures of what is shown at first came with the page and are only put back.
  const figuresOfAll = document.getElementById('figures-box').innerHTML;
  const shownAtFirst = data.channels.filter((c) => c.shown).map((c) => c.number).join();
  function figures() {
    const channels = last ? drawn(last).map((l) => l.channel).sort((a, b) => a - b).join() : shownAtFirst;
    const stretch = between(), title = document.getElementById('figures-title');
    title.textContent = stretch ? 'Between A and B' : 'Shown range';
    if (cursors.length) told();
    if (!stretch && view.from === whole.from && view.to === whole.to && channels === shownAtFirst) { document.getElementById('figures-box').innerHTML = figuresOfAll; return; }
    const [from, to] = stretch ?? [Math.floor(view.from), Math.ceil(view.to)];
    htmx.ajax('GET', `/missions/${data.mission}/figures?from=${from}&to=${to}&channels=${channels || -1}&t=${data.t}&clock=${data.clock}`, { target: '#figures-box', swap: 'innerHTML' });
  }

  document.querySelectorAll('[data-span]').forEach((b) => b.addEventListener('click', () => {
    if (b.dataset.span === 'all') { show(whole.from, whole.to); return; }
    const mid = (view.from + view.to) / 2, half = Number(b.dataset.span) / 2;
    show(mid - half, mid + half);
  }));
  document.querySelectorAll('.excursion').forEach((b) => b.addEventListener('click', () => {
    const from = Number(b.dataset.from), to = Number(b.dataset.to), room = Math.max((to - from) * 0.75, 1800000);
    // what is to be looked at is not left hidden
    data.channels.filter((c) => c.channel === b.dataset.channel).forEach((c) => chosen.hidden.delete(c.number));
    show(from - room, to + room);
    box.scrollIntoView({ block: 'nearest' });
  }));
  box.addEventListener('keydown', (e) => {
    const length = view.to - view.from, mid = (view.from + view.to) / 2;
    const to = { ArrowLeft: [view.from - length / 4, view.to - length / 4], ArrowRight: [view.from + length / 4, view.to + length / 4], '+': [mid - length / 4, mid + length / 4], '=': [mid - length / 4, mid + length / 4], '-': [mid - length, mid + length], 0: [whole.from, whole.to] }[e.key];
    if (to) { e.preventDefault(); show(...to); }
    // the middle of what is in view, for whoever has no pointer
    if (e.key === 'c') { e.preventDefault(); picked(mid); }
  });
  document.addEventListener('keydown', (e) => {
    if (e.key === 'Escape' && !document.querySelector('dialog[open]') && clear()) { repaint(); told(); after(); note(); }
  });
  box.addEventListener('wheel', (e) => {
    if (!e.ctrlKey && !e.shiftKey) return;
    e.preventDefault();
    const r = box.getBoundingClientRect(), share = clamp((e.clientX - r.left - LEFT) / (r.width - LEFT - RIGHT), 0, 1);
    const at = view.from + (view.to - view.from) * share, factor = e.deltaY > 0 ? 1.3 : 1 / 1.3;
    show(at - (at - view.from) * factor, at + (view.to - at) * factor);
  }, { passive: false });
  let grip = null;
  box.addEventListener('pointerdown', (e) => { if (e.shiftKey) { grip = { x: e.clientX, ...view }; box.setPointerCapture(e.pointerId); } });
  box.addEventListener('pointermove', (e) => { if (grip) { const by = (grip.to - grip.from) * (grip.x - e.clientX) / (box.clientWidth - LEFT - RIGHT); show(grip.from + by, grip.to + by); } });
  box.addEventListener('pointerup', () => { grip = null; });
  document.addEventListener('pelerin:theme', () => show(view.from, view.to, { noted: false }));
  let width = box.clientWidth;
  new ResizeObserver(() => { if (box.clientWidth !== width) { width = box.clientWidth; show(view.from, view.to, { noted: false }); } }).observe(box);

  // Forms that ask for a time take the stretch between the cursors, or else what is shown.
  const local = (t) => new Intl.DateTimeFormat('sv-SE', { timeZone: data.zone, dateStyle: 'short', timeStyle: 'medium' }).format(t).replace(' ', 'T');
  document.querySelectorAll('[data-range-fill]').forEach((button) => button.addEventListener('click', () => {
    const [from, to] = between() ?? [view.from, view.to];
    button.form.querySelector('[data-range=from]').value = local(from);
    button.form.querySelector('[data-range=to]').value = local(to);
  }));
  choices(redraw);
  document.fonts.ready.then(() => fromAddress({ noted: false }));
}
