// The mission chart: one plot a unit with a common time axis, limits as bands, excursions in a ribbon above, gaps as gaps,
// an overview strip below. Points come from the server at the zoom in view, as smallest and largest value a column.
import { asked, carry, note } from './address.js';
import { LEFT, RIGHT, box, clamp, data, points, view, whole } from './context.js';
import { between, clear, cursors, set, tell } from './cursors.js';
import { hands } from './hands.js';
import { choices, drawn, legend } from './legend.js';
import { fillMenus } from './menus.js';
import { noting } from './notes.js';
import { boxed } from './lines.js';
import { hide, watch } from './options.js';
import { overview } from './overview.js';
import { saving } from './pictures.js';
import { build, repaint } from './plots.js';
import { table } from './table.js';
import { local } from './times.js';
import { trying } from './whatif.js';

if (box) start();

function start() {
  let wanted = null, fetching = false, last = null, timer = null;

  function redraw() {
    if (!last) return;
    paint(last);
    after();
  }
  function paint(got) {
    last = got;
    legend(got);
    build({ groups: got.groups, lines: drawn(got) }, { stretch: (a, b) => show(a, b), all, picked });
    overview(show);
  }
  function after() { clearTimeout(timer); timer = setTimeout(figures, 250); }

  async function show(from, to, { noted = true, table: led = true } = {}) {
    const length = clamp(to - from, Math.min(10000, whole.to - whole.from), whole.to - whole.from);
    const begin = clamp((from + to) / 2 - length / 2, whole.from, whole.to - length);
    Object.assign(view, { from: begin, to: begin + length });
    wanted = { ...view };
    document.querySelectorAll('[data-span]').forEach((b) => b.classList.toggle('on', b.dataset.span === 'all' ? length === whole.to - whole.from : Math.abs(length - b.dataset.span) < 1000));
    if (noted) note();
    if (led) rows.follow();
    if (fetching) return;
    // one request at a time, and after it the newest view that was asked for meanwhile: a drag sends no more than are answered
    fetching = true;
    try {
      while (wanted) {
        const { from: f, to: t } = wanted, begun = performance.now();
        wanted = null;
        paint(await points(f, t, Math.max(200, box.clientWidth - LEFT - RIGHT)));
        box.dataset.took = Math.round(performance.now() - begun);
      }
    } catch (e) {
      document.getElementById('under').textContent = e.message;
    } finally {
      fetching = false;
    }
    after();
  }
  function all() { clear(); tell([]); Object.keys(boxed).forEach((unit) => delete boxed[unit]); rows.paint(); show(whole.from, whole.to); }

  function fromAddress(options) {
    const { stretch, cursors: there } = asked();
    clear();
    there.forEach(set);
    carry();
    show(...(stretch ?? [whole.from, whole.to]), options);
    told();
  }
  addEventListener('popstate', () => fromAddress({ noted: false }));

  // Cursors
  function told() { tell(last ? drawn(last).map((l) => l.channel) : data.channels.map((c) => c.number)); }
  function moved() { repaint(); told(); rows.paint(); after(); note(); }
  function picked(t) { set(t); moved(); }

  // The figures of what is shown at first came with the page and are only put back.
  // What contacts and meters come to is asked for at once, because it does.
  const ofAll = document.getElementById('figures-box'), figuresOfAll = ofAll.querySelector('[data-later]') ? null : ofAll.innerHTML;
  const shownAtFirst = data.channels.filter((c) => c.shown).map((c) => c.number).join();
  // figures of what was shown before, which come late, are not put under what is shown now
  let figuresOf = null;
  ofAll.addEventListener('htmx:beforeSwap', (e) => { if (e.target === ofAll && e.detail.pathInfo.requestPath !== figuresOf) e.detail.shouldSwap = false; });
  function figures() {
    const channels = last ? drawn(last).map((l) => l.channel).sort((a, b) => a - b).join() : shownAtFirst;
    const stretch = between(), title = document.getElementById('figures-title');
    title.textContent = stretch ? msg('script.mission.between') : msg('script.mission.shown');
    if (cursors.length) told();
    if (figuresOfAll !== null && !stretch && view.from === whole.from && view.to === whole.to && channels === shownAtFirst) { figuresOf = null; ofAll.innerHTML = figuresOfAll; return; }
    const [from, to] = stretch ?? [Math.floor(view.from), Math.ceil(view.to)];
    figuresOf = `/missions/${data.mission}/figures?from=${from}&to=${to}&channels=${channels || -1}&t=${encodeURIComponent(data.t)}&clock=${data.clock}`;
    htmx.ajax('GET', figuresOf, { target: '#figures-box', swap: 'innerHTML' });
  }

  document.querySelectorAll('[data-span]').forEach((b) => b.addEventListener('click', () => {
    if (b.dataset.span === 'all') { Object.keys(boxed).forEach((unit) => delete boxed[unit]); show(whole.from, whole.to); return; }
    const mid = (view.from + view.to) / 2, half = Number(b.dataset.span) / 2;
    show(mid - half, mid + half);
  }));
  function look(from, to) {
    const room = Math.max((to - from) * 0.75, 1800000);
    show(from - room, to + room, { table: false });
    rows.goTo(from);
  }
  // From one excursion to the next
  const found = [...document.querySelectorAll('.excursion')], counter = document.getElementById('step-at');
  let at = -1;
  function go(i) {
    at = i;
    counter.textContent = msg('script.mission.step', { at: at + 1, of: found.length });
    found.forEach((b, n) => b.classList.toggle('on', n === at));
    const b = found[at];
    // what is to be looked at is not left hidden
    data.channels.filter((c) => c.channel === b.dataset.channel).forEach((c) => hide(c.number, false));
    look(Number(b.dataset.from), Number(b.dataset.to));
  }
  function step(by) {
    if (found.length) go(at < 0 ? (by < 0 ? found.length - 1 : 0) : (at + by + found.length) % found.length);
  }
  found.forEach((b, i) => b.addEventListener('click', () => { go(i); box.scrollIntoView({ block: 'nearest' }); }));
  document.querySelectorAll('[data-step]').forEach((b) => b.addEventListener('click', () => step(Number(b.dataset.step))));

  // The chart alone
  const record = document.getElementById('record'), alone = document.getElementById('full');
  function full(on) {
    record.classList.toggle('full', on);
    document.body.classList.toggle('chart-alone', on);
    alone.setAttribute('aria-pressed', on);
    if (last) paint(last);
    if (on) box.focus({ preventScroll: true });
  }
  alone?.addEventListener('click', () => full(!record.classList.contains('full')));

  document.addEventListener('keydown', (e) => {
    if (document.querySelector('dialog[open]') || e.defaultPrevented) return;
    if (e.key === 'Escape') { if (record.classList.contains('full')) full(false); else if (clear()) moved(); return; }
    if (e.ctrlKey || e.metaKey || e.altKey || e.target.closest('input, textarea, select, [contenteditable]')) return;
    if (e.key === 'f') { e.preventDefault(); full(!record.classList.contains('full')); }
    if (e.key === 'n' || e.key === 'p') { e.preventDefault(); step(e.key === 'n' ? 1 : -1); }
  });
  hands({ show, picked });
  document.addEventListener('pelerin:theme', () => { fillMenus(); show(view.from, view.to, { noted: false, table: false }); });
  document.addEventListener('pelerin:paper', () => { if (last) paint(last); });
  let width = box.clientWidth;
  new ResizeObserver(() => { if (box.clientWidth !== width) { width = box.clientWidth; show(view.from, view.to, { noted: false, table: false }); } }).observe(box);

  // Forms that ask for a time take the stretch between the cursors, or else what is shown.
  document.querySelectorAll('[data-range-fill]').forEach((button) => button.addEventListener('click', () => {
    const [from, to] = between() ?? [view.from, view.to];
    [['from', from], ['to', to]].forEach(([end, t]) => {
      button.form.querySelector(`[data-range=${end}]`).value = local(t);
      // the field cannot say which of two hours of the same name it means
      button.form.querySelector(`[name=${end}At]`).value = Math.round(t);
    });
  }));

  const rows = table({ show: (from, to) => show(from, to, { table: false }), look, repaint, picked, stretch: (a, b) => { clear(); set(a); set(b); moved(); } });
  const happened = noting({ repaint, look });
  saving(() => last);
  trying({ redraw: () => { if (last) paint(last); } });
  watch(() => { fillMenus(); redraw(); rows.arranged(); happened?.(); told(); });
  fillMenus();
  choices(redraw);
  document.fonts.ready.then(() => fromAddress({ noted: false }));
}
