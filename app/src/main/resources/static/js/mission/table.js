// The values beside the chart, in step with it: of a table of any length only what is seen is there, and read. A press on a row sets a cursor
// as one on the chart does, a drag over rows the stretch between two.
import { written } from '../chart/numbers.js';
import { ask, clamp, data, numbers, view } from './context.js';
import { between, cursors } from './cursors.js';
import { read } from './marks.js';
import { nameOf, ordered, tabled } from './options.js';
import { instant, local, stamp } from './times.js';

const ROW = 26, CHUNK = 200, KEPT = 40, TALLEST = 6000000, WAIT = 120;
const small = written({ maximumSignificantDigits: 3 });
const told = (v) => (v !== 0 && Math.abs(v) < 0.1 ? small : numbers).format(v);

export function table({ show, look, repaint, picked, stretch }) {
  const place = document.getElementById('rows'), scroller = document.getElementById('rows-scroll');
  if (!place) return { follow() {}, paint() {}, arranged() {}, goTo() {} };
  const head = place.querySelector('thead tr'), body = place.querySelector('tbody'), space = document.getElementById('rows-space');
  let number = 0, count = data.tables[0].count, top = 0, chunks = new Map(), columns = [], pending = null, asking = false, led = null, dragging = null, shownAt = null, wantedAt = 0;

  const fits = () => Math.max(4, Math.floor((scroller.clientHeight - head.offsetHeight) / ROW));
  const lastTop = () => Math.max(0, count - fits());
  const travel = () => Math.max(1, scroller.scrollHeight - scroller.clientHeight);

  // ----- reading: a chunk at a time, the newest that is wanted first; the longest unused goes
  const chunkOf = (row) => Math.floor(row / CHUNK);
  function row(index) {
    const chunk = chunks.get(chunkOf(index)), at = index - chunkOf(index) * CHUNK;
    return chunk && { t: chunk.t[at], values: chunk.values.map((v) => v[at]), sides: chunk.sides.map((s) => s[at]) };
  }
  async function fetchWanted() {
    if (asking) return;
    asking = true;
    try {
      for (;;) {
        const wanted = [chunkOf(Math.floor(top)), chunkOf(Math.min(count - 1, Math.floor(top) + fits()))].find((c) => !chunks.has(c));
        if (wanted === undefined || wanted < 0) break;
        const of = number, got = await ask('rows', { table: of, from: wanted * CHUNK, count: CHUNK });
        if (of !== number) continue;
        chunks.set(wanted, got);
        if (chunks.size > KEPT) chunks.delete(chunks.keys().next().value);
        paint();
      }
    } catch (e) {
      document.getElementById('rows-said').textContent = e.message;
    } finally {
      asking = false;
    }
  }

  // ----- painting
  function arranged() {
    const all = data.tables[number].channels.map((n) => data.channels[n]).filter(Boolean);
    columns = ordered(all.map((c) => c.channel)).filter(tabled).map((label) => all.findIndex((c) => c.channel === label));
    const th = (text, n) => { const e = document.createElement('th'); e.scope = 'col'; e.textContent = text; if (n) e.className = 'n'; return e; };
    head.replaceChildren(th('no.', true), th('time'), ...columns.map((c) => th(`${nameOf(all[c].channel)}${all[c].unit ? ` ${all[c].unit}` : ''}`, true)));
    space.style.height = `${Math.min(TALLEST, count * ROW + head.offsetHeight + 2)}px`;
    place.setAttribute('aria-rowcount', count + 1);
    paint();
  }
  const unjudged = (t) => (data.outside || []).find(([from, to]) => t >= from && t < to);
  function painted(index, r) {
    const tr = document.createElement('tr'), cell = (text, ...names) => { const td = document.createElement('td'); td.textContent = text; td.className = names.join(' '); tr.append(td); };
    tr.dataset.row = index;
    tr.setAttribute('aria-rowindex', index + 2);
    if (!r) { cell(numbers.format(index + 1), 'n', 'mono'); cell('…', 'mono'); columns.forEach(() => cell('')); return tr; }
    const next = row(index + 1)?.t ?? Infinity, letter = cursors.length && [...cursors].sort((a, b) => a - b).findIndex((t) => t >= r.t && t < next);
    const stretched = between(), out = unjudged(r.t);
    tr.classList.toggle('between', Boolean(stretched && r.t >= stretched[0] && r.t < stretched[1]));
    tr.classList.toggle('unjudged', Boolean(out));
    if (out) tr.title = out[2];
    cell(`${letter >= 0 && cursors.length ? `${'AB'[letter]} ` : ''}${numbers.format(index + 1)}`, 'n', 'mono');
    cell(stamp(r.t), 'mono', 'nowrap');
    columns.forEach((c) => {
      const v = r.values[c], side = r.sides[c];
      cell(v === null ? '◇' : `${side > 0 ? '▲ ' : side < 0 ? '▼ ' : ''}${told(v)}`, 'n', 'mono', v === null ? 'miss' : side > 0 ? 'up' : side < 0 ? 'down' : 'fine');
    });
    return tr;
  }
  function paint() {
    if (!count) return;
    top = clamp(top, 0, lastTop());
    const first = Math.floor(top), rows = Array.from({ length: Math.min(fits(), count - first) }, (x, i) => painted(first + i, row(first + i)));
    body.replaceChildren(...rows);
    const a = row(first), b = row(first + rows.length - 1);
    if (a && b && (read.from !== a.t || read.to !== b.t)) { Object.assign(read, { from: a.t, to: b.t }); repaint(); }
    fetchWanted();
  }

  // ----- moving; what moves the table is told to the chart, unless the chart moved it
  function to(position, { lead = true } = {}) {
    top = clamp(position, 0, lastTop());
    shownAt = Math.round(top / Math.max(1, lastTop()) * travel());
    scroller.scrollTop = shownAt;
    paint();
    if (lead) leads();
  }
  function leads() {
    clearTimeout(led);
    led = setTimeout(async () => {
      const first = Math.floor(top), a = row(first), b = row(Math.min(count - 1, first + fits() - 1));
      if (!a || !b) { leads(); return; }
      if (b.t < view.from || a.t > view.to) { const half = (view.to - view.from) / 2, mid = (a.t + b.t) / 2; show(mid - half, mid + half); }
    }, WAIT);
  }
  // whoever moves the table has the last word: what was still on its way to follow the chart is dropped
  function byHand() { clearTimeout(pending); wantedAt++; }
  scroller.addEventListener('scroll', () => {
    if (shownAt !== null && Math.abs(scroller.scrollTop - shownAt) <= 1) return;
    byHand();
    shownAt = scroller.scrollTop;
    top = scroller.scrollTop / travel() * lastTop();
    paint();
    leads();
  });
  scroller.addEventListener('wheel', (e) => {
    // of a table that is longer than a page can be, a turn of the wheel moves rows and not a share of it
    if (count * ROW <= TALLEST || e.ctrlKey) return;
    e.preventDefault();
    byHand();
    to(top + e.deltaY / ROW);
  }, { passive: false });
  scroller.addEventListener('keydown', (e) => {
    const by = { ArrowDown: 1, ArrowUp: -1, PageDown: fits() - 1, PageUp: 1 - fits(), Home: -count, End: count }[e.key];
    if (by !== undefined) { e.preventDefault(); byHand(); to(Math.round(top) + by); }
    if (e.key === 'c') { const r = row(Math.floor(top)); if (r) picked(r.t); }
  });

  async function goTo(t, { lead = true } = {}) {
    const mine = ++wantedAt, of = number, { index } = await ask('rows', { table: of, at: Math.round(t), from: 0, count: 0 });
    if (mine === wantedAt && of === number) to(index - Math.min(2, index), { lead });
  }
  function follow() {
    clearTimeout(pending);
    pending = setTimeout(() => {
      const mark = cursors.length ? Math.min(...cursors) : view.from, first = row(Math.floor(top)), last = row(Math.min(count - 1, Math.floor(top) + fits() - 1));
      if (first && last && last.t >= view.from && first.t <= view.to && !(cursors.length && (mark < first.t || mark > last.t))) return;
      goTo(Math.max(mark, view.from), { lead: false }).catch(() => {});
    }, WAIT);
  }

  // ----- picking
  const rowAt = (e) => { const tr = e.target.closest('tr[data-row]'); return tr ? Number(tr.dataset.row) : null; };
  body.addEventListener('pointerdown', (e) => { if (!e.button) dragging = { from: rowAt(e), to: rowAt(e) }; });
  body.addEventListener('pointerover', (e) => {
    if (!dragging || rowAt(e) === null) return;
    dragging.to = rowAt(e);
    body.querySelectorAll('tr').forEach((tr) => tr.classList.toggle('between', tr.dataset.row >= Math.min(dragging.from, dragging.to) && tr.dataset.row <= Math.max(dragging.from, dragging.to)));
  });
  document.addEventListener('pointerup', () => {
    if (!dragging) return;
    const { from, to: end } = dragging, a = row(Math.min(from, end)), b = row(Math.max(from, end));
    dragging = null;
    if (!a || !b) return;
    // to where the last row stops standing
    if (a === b || from === end) picked(a.t); else stretch(a.t, row(Math.max(from, end) + 1)?.t ?? b.t + (b.t - a.t) / Math.abs(end - from));
  });

  // ----- going to a time, to the next departure, to another table
  const when = document.getElementById('rows-when');
  document.getElementById('rows-go').addEventListener('click', () => {
    const t = instant(when.value);
    document.getElementById('rows-said').textContent = t === null ? msg('script.table.noTime') : '';
    if (t === null) { when.focus(); return; }
    goTo(t);
  });
  when.addEventListener('keydown', (e) => { if (e.key === 'Enter') { e.preventDefault(); document.getElementById('rows-go').click(); } });
  const departures = [...data.excursions.map((e) => [e.from, e.to]), ...data.gaps].sort((a, b) => a[0] - b[0]);
  let seen = null;
  const step = (by) => () => {
    const here = seen ?? row(Math.floor(top))?.t ?? view.from;
    const next = by > 0 ? departures.find(([from]) => from > here) : departures.filter(([from]) => from < here).at(-1);
    document.getElementById('rows-said').textContent = next ? '' : by > 0 ? msg('script.table.noneAfter') : msg('script.table.noneBefore');
    if (!next) return;
    [seen] = next;
    look(...next);
  };
  scroller.addEventListener('pointerdown', () => { seen = null; });
  document.getElementById('rows-next').addEventListener('click', step(1));
  document.getElementById('rows-before').addEventListener('click', step(-1));
  document.querySelectorAll('[data-rows-of]').forEach((b) => b.addEventListener('click', () => {
    number = Number(b.dataset.rowsOf);
    ({ count } = data.tables[number]);
    chunks = new Map();
    document.querySelectorAll('[data-rows-of]').forEach((o) => { o.classList.toggle('on', o === b); o.setAttribute('aria-pressed', o === b); });
    arranged();
    goTo(view.from, { lead: false }).catch(() => {});
  }));
  when.value = local(view.from);
  new ResizeObserver(() => paint()).observe(scroller);
  arranged();
  return { follow, paint, arranged, goTo: (t) => { clearTimeout(pending); goTo(t, { lead: false }).catch(() => {}); } };
}
