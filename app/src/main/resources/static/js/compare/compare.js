// Records beside each other: over each other or one below the other, as they were in time, from each start, or from a mark on each; and the
// difference of two.
import { written } from '../chart/numbers.js';
import { since } from '../chart/elapsed.js';
import { columnAt } from '../chart/path.js';
import { panels } from './panels.js';
import { state, keep, recall } from './state.js';

const box = document.getElementById('compare-chart');
if (box) start(JSON.parse(box.dataset.compare));

function start({ sources, t: unit }) {
  const numbers = written({ maximumFractionDigits: 2 });
  const rows = new Map([...document.querySelectorAll('#sources [data-source]')].map((r) => [r.dataset.source, r]));
  let got = [], asking = false, wanted = false, view = null, less = null;
  recall(sources);

  // ----- where each has its zero
  const markOf = (s) => { const select = rows.get(s.key)?.querySelector('select'); return select ? Number(select.value) : null; };
  const origin = (s) => (state.by === 'absolute' ? 0 : state.by === 'elapsed' ? s.parts[0].from : markOf(s));
  const there = () => sources.filter((s) => rows.has(s.key) && origin(s) !== null);
  function whole() {
    const all = there();
    return all.length ? { from: Math.min(...all.map((s) => s.parts[0].from - origin(s))), to: Math.max(...all.map((s) => s.parts.at(-1).to - origin(s))) } : { from: 0, to: 1000 };
  }
  const clampView = (from, to) => {
    const w = whole(), length = Math.min(Math.max(to - from, 10000), Math.max(10000, w.to - w.from)), begin = Math.min(Math.max((from + to) / 2 - length / 2, w.from), Math.max(w.from, w.to - length));
    return { from: begin, to: begin + length };
  };

  // ----- reading
  async function read(s, from, to, width) {
    const o = origin(s), parts = s.parts.filter((p) => p.to >= from + o && p.from <= to + o);
    return Promise.all(parts.map(async (p) => {
      const answer = await fetch(`/missions/${p.mission}/window?from=${Math.floor(from + o)}&to=${Math.ceil(to + o)}&width=${width}&t=${encodeURIComponent(unit)}`, { headers: { Accept: 'application/json' } });
      if (!answer.ok) throw new Error(msg('script.compare.notRead', { name: s.name, status: answer.status }));
      const window = await answer.json(), known = new Set(p.lines.map((l) => l.number));
      return window.lines.filter((l) => known.has(l.channel)).map((l) => ({ ...l, group: window.groups[l.group], source: s, shift: o }));
    }));
  }
  async function load() {
    wanted = true;
    if (asking) return;
    asking = true;
    try {
      while (wanted) {
        wanted = false;
        const { from, to } = view, width = Math.max(200, box.clientWidth - 64);
        const unread = [];
        // one that cannot be read holds up none of the others
        got = (await Promise.all(there().map((s) => read(s, from, to, width).catch((e) => { unread.push(e.message); return []; })))).flat(2);
        await subtract(width);
        document.getElementById('compare-said').textContent = unread.join(' ');
        paint();
      }
    } catch (e) {
      document.getElementById('compare-said').textContent = e.message;
    } finally {
      asking = false;
    }
  }

  // ----- the difference of two
  const selects = ['minuend', 'subtrahend'].map((id) => document.getElementById(id));
  function operand(select) {
    const [key, number] = select.value.split(' ');
    const source = there().find((s) => s.key === key);
    if (!source || number === undefined) return null;
    // of a spot, the mission that is in view
    const o = origin(source), part = source.parts.filter((p) => p.to >= view.from + o && p.from <= view.to + o).at(-1) ?? source.parts.at(-1);
    return { source, part, number, o };
  }
  function offer() {
    const options = there().flatMap((s) => s.parts.at(-1).lines.map((l) => [`${s.key} ${l.number}`, `${s.name}: ${l.label}`]));
    selects.forEach((select) => {
      const before = select.value || state[select.id] || '';
      select.replaceChildren(new Option('–', ''), ...options.map(([v, text]) => new Option(text, v, false, v === before)));
    });
  }
  async function subtract(width) {
    const [a, b] = selects.map(operand), said = document.getElementById('difference-said');
    less = null;
    said.textContent = '';
    if (!a || !b) return;
    const query = new URLSearchParams({ a: `${a.part.mission}:${a.number}`, b: `${b.part.mission}:${b.number}`, shift: Math.round(b.o - a.o), from: Math.floor(view.from + a.o), to: Math.ceil(view.to + a.o), width, t: unit });
    const answer = await fetch(`/compare/difference?${query}`, { headers: { Accept: 'application/json' } }), found = await answer.json().catch(() => null);
    if (!answer.ok) { said.textContent = found?.detail ?? msg('script.compare.noDifference', { status: answer.status }); return; }
    if (!found.count) { said.textContent = msg('script.compare.noCommon'); return; }
    less = { min: found.min, max: found.max, unit: found.unit, label: msg('script.compare.difference'), group: { t: found.t, steps: false, end: found.t.at(-1) }, source: { key: '', name: msg('script.compare.differenceName') }, shift: a.o };
    said.textContent = msg('script.compare.inView', { least: numbers.format(found.least), greatest: numbers.format(found.greatest), unit: found.unit, mean: `${found.mean > 0 ? '+' : ''}${numbers.format(found.mean)}`, count: numbers.format(found.count) });
  }

  // ----- drawing
  const labels = () => [...new Set(there().flatMap((s) => s.parts.flatMap((p) => p.lines.map((l) => l.label))))];
  function legend() {
    const all = labels();
    // at first what they share, else the first of each
    if (state.shown === null) {
      const of = (s) => s.parts.flatMap((p) => p.lines.map((l) => l.label)), shared = all.filter((l) => there().every((s) => of(s).includes(l))).slice(0, 2);
      state.shown = [...new Set(shared.length ? shared : there().map((s) => of(s)[0]))];
    }
    document.getElementById('compare-legend').replaceChildren(...all.map((label) => {
      const b = document.createElement('button');
      b.type = 'button'; b.textContent = label; b.dataset.line = label;
      b.setAttribute('aria-pressed', state.shown.includes(label));
      b.addEventListener('click', () => {
        state.shown = state.shown.includes(label) ? state.shown.filter((l) => l !== label) : [...state.shown, label];
        keep(); legend(); paint();
      });
      return b;
    }));
  }
  const colour = (s) => getComputedStyle(document.documentElement).getPropertyValue(`--series-${(sources.indexOf(s) % 8) + 1}`).trim();
  function paint() {
    rows.forEach((r, key) => { r.querySelector('.line-mark').style.background = colour(sources.find((s) => s.key === key)); });
    const lines = got.filter((l) => state.shown.includes(l.label)).map((l) => ({ ...l, colour: colour(l.source), dash: [[], [7, 3], [2, 3], [9, 3, 2, 3]][Math.max(0, state.shown.indexOf(l.label)) % 4] }));
    const extra = less ? [{ ...less, colour: getComputedStyle(document.documentElement).getPropertyValue('--ink').trim(), dash: [] }] : [];
    panels(box, { lines, extra, order: there(), view, by: state.by, layout: state.layout, zone: there()[0]?.zone ?? 'UTC', zoom: go, all, under });
  }
  function under(x, lines) {
    const out = document.getElementById('compare-under');
    if (x === null) { out.textContent = ''; return; }
    const when = state.by === 'absolute' ? new Intl.DateTimeFormat(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { timeZone: there()[0]?.zone, dateStyle: 'medium', timeStyle: 'medium' }).format(x) : since(x);
    const values = lines.map((l) => { const i = columnAt(l.group, x + l.shift); return i < 0 || l.min[i] === null ? null : `${l.source.name}${state.shown.length > 1 && l.source.key ? `, ${l.label}` : ''} ${l.min[i] === l.max[i] ? numbers.format(l.max[i]) : `${numbers.format(l.min[i])} … ${numbers.format(l.max[i])}`} ${l.unit}`; }).filter(Boolean);
    out.textContent = `${when}  ${values.slice(0, 6).join(' · ')}${values.length > 6 ? ` · and ${values.length - 6} more` : ''}`;
  }

  // ----- moving
  function go(from, to) { view = clampView(from, to); state.view = view; keep(); load(); }
  function all() { state.view = null; view = clampView(whole().from, whole().to); keep(); load(); }
  function arranged() {
    rows.forEach((r) => { r.querySelector('.mark-of').hidden = state.by !== 'marker'; });
    document.getElementById('compare-said').textContent = there().length ? '' : msg('script.compare.noMarker');
    offer(); legend(); all();
  }
  document.querySelectorAll('[name=by], [name=layout]').forEach((radio) => {
    radio.checked = state[radio.name] === radio.value;
    radio.addEventListener('change', () => { state[radio.name] = radio.value; if (radio.name === 'by') arranged(); else { keep(); paint(); } });
  });
  selects.forEach((s) => s.addEventListener('change', () => { state[s.id] = s.value; keep(); load(); }));
  rows.forEach((r, key) => {
    const select = r.querySelector('select');
    if (select) {
      if (state.marks[key]) select.value = state.marks[key];
      select.addEventListener('change', () => { state.marks[key] = select.value; arranged(); });
    }
    r.querySelector('[data-away]').addEventListener('click', () => { const q = new URL(location.href); q.searchParams.set('s', [...rows.keys()].filter((k) => k !== key).join()); location.href = q.href; });
  });
  document.querySelector('[data-all]').addEventListener('click', all);
  box.addEventListener('keydown', (e) => {
    const length = view.to - view.from, mid = (view.from + view.to) / 2;
    const to = { ArrowLeft: [view.from - length / 4, view.to - length / 4], ArrowRight: [view.from + length / 4, view.to + length / 4], '+': [mid - length / 4, mid + length / 4], '=': [mid - length / 4, mid + length / 4], '-': [mid - length, mid + length] }[e.key];
    if (to) { e.preventDefault(); go(...to); }
    if (e.key === '0') { e.preventDefault(); all(); }
  });
  // What is kept of a view that ends with the newest is how long it is, so that it shows the newest whenever it is opened.
  document.getElementById('keep-together').addEventListener('submit', (e) => {
    const q = new URLSearchParams(location.search), span = view.to - view.from;
    if (state.by === 'absolute' && q.has('from') && whole().to - view.to <= span / 50) {
      ['from', 'to'].forEach((k) => q.delete(k));
      q.set('last', Math.round(span));
    }
    e.target.elements.query.value = q.toString();
  });
  document.addEventListener('pelerin:theme', paint);
  document.addEventListener('pelerin:paper', paint);
  let width = box.clientWidth;
  new ResizeObserver(() => { if (box.clientWidth !== width) { width = box.clientWidth; load(); } }).observe(box);
  rows.forEach((r) => { r.querySelector('.mark-of').hidden = state.by !== 'marker'; });
  offer(); legend();
  document.fonts.ready.then(() => { if (state.view) go(state.view.from, state.view.to); else if (state.last) go(whole().to - state.last, whole().to); else all(); });
}
