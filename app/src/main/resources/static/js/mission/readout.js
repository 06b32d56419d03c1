// What is drawn at the pointer: each line's value, from above to below, with its limit and how far it is from it.
import { columnAt } from '../chart/path.js';
import { box, data, numbers } from './context.js';
import { values as listValues } from './legend.js';
import { look } from './looks.js';
import { markAt } from './marks.js';
import { nameOf } from './options.js';
import { moment } from './times.js';

const MOST = 14;
const card = document.createElement('div');
card.className = 'readout';
card.id = 'readout';
card.hidden = true;

let pointer = null;
box?.addEventListener('pointermove', (e) => { pointer = e.buttons ? null : e; if (e.buttons) card.hidden = true; });
box?.addEventListener('pointerleave', () => { pointer = null; card.hidden = true; listValues(new Map()); });

function beyond(c, v) {
  if (c.high !== '' && v > c.high) return { text: msg('script.readout.over', { by: numbers.format(v - c.high), limit: numbers.format(c.high) }), side: 'up' };
  if (c.low !== '' && v < c.low) return { text: msg('script.readout.under', { by: numbers.format(c.low - v), limit: numbers.format(c.low) }), side: 'down' };
  const room = [c.high === '' ? null : [c.high - v, 'script.readout.below', c.high], c.low === '' ? null : [v - c.low, 'script.readout.above', c.low]].filter(Boolean).sort((a, b) => a[0] - b[0])[0];
  return room ? { text: msg(room[1], { by: numbers.format(room[0]), limit: numbers.format(room[2]) }), side: 'sub' } : { text: '', side: 'sub' };
}

function row(l, said, v) {
  const c = data.channels[l.channel] ?? { low: '', high: '' }, off = v === null ? { text: '', side: 'miss' } : beyond(c, v);
  const tr = document.createElement('tr');
  const mark = document.createElement('td'), name = document.createElement('td'), value = document.createElement('td'), far = document.createElement('td');
  mark.append(Object.assign(document.createElement('i'), { className: 'swatch' }));
  mark.firstChild.style.background = look(l.label).colour;
  name.textContent = nameOf(l.label);
  value.className = `n ${off.side === 'sub' ? '' : off.side}`;
  value.textContent = `${said}\u00a0${l.unit}`.trim();
  far.className = `far ${off.side}`;
  far.textContent = off.text;
  tr.append(mark, name, value, far);
  return tr;
}

/** @param u a plot over which the pointer is, or that follows one */
export function readOut(u, got) {
  const under = document.getElementById('under');
  if (u.cursor.left === null || u.cursor.left === undefined || u.cursor.left < 0) { card.hidden = true; return; }
  const t = u.posToVal(u.cursor.left, 'x') * 1000, at = got.groups.map((g) => columnAt(g, t));
  const there = got.lines.filter((l) => at[l.group] >= 0).map((l) => {
    const i = at[l.group], raw = got.groups[l.group].raw, lo = l.min[i], hi = l.max[i];
    const said = lo === null ? '◇' : raw || lo === hi ? numbers.format(hi) : `${numbers.format(lo)} … ${numbers.format(hi)}`;
    const c = data.channels[l.channel] ?? {};
    // of a column that spans several values, the one that lies worst
    return { l, said, v: hi === null ? null : c.low !== '' && lo < c.low ? lo : hi };
  });
  listValues(new Map(there.map(({ l, said, v }) => [l.channel, { said, side: v === null ? 'miss' : beyond(data.channels[l.channel] ?? { low: '', high: '' }, v).side }])));
  const first = at[0] >= 0 && !got.groups[0].steps ? got.groups[0].t[at[0]] : t, marked = markAt(u, t);
  under.textContent = `${moment(first)}${marked}`;
  if (!pointer) { card.hidden = true; return; }
  const units = [...new Set(there.map(({ l }) => l.unit))];
  const sorted = [...there].sort((a, b) => units.indexOf(a.l.unit) - units.indexOf(b.l.unit) || (b.v ?? -Infinity) - (a.v ?? -Infinity));
  const table = document.createElement('table');
  table.append(...sorted.slice(0, MOST).map(({ l, said, v }) => row(l, said, v)));
  const head = Object.assign(document.createElement('b'), { textContent: moment(first) });
  card.replaceChildren(head, table);
  if (sorted.length > MOST) card.append(Object.assign(document.createElement('small'), { textContent: msg('script.readout.more', { n: sorted.length - MOST }) }));
  if (marked) card.append(Object.assign(document.createElement('small'), { textContent: marked.replace(/^[\s·]+/, '') }));
  if (card.parentElement !== box) box.append(card);
  card.hidden = false;
  const r = box.getBoundingClientRect(), x = pointer.clientX - r.left, y = pointer.clientY - r.top, w = card.offsetWidth, h = card.offsetHeight;
  card.style.left = `${x + w + 24 > r.width ? Math.max(0, x - w - 16) : x + 16}px`;
  card.style.top = `${Math.max(0, Math.min(y + 12, r.height - h))}px`;
}
