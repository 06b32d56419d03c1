// Two instants that somebody sets: a line for each, and what lies between them. A click sets the first, another the second, a third begins
// anew; Escape or a double click takes them away.
import { written } from '../chart/numbers.js';
import { ask, css, numbers } from './context.js';
import { nameOf } from './options.js';
import { moment } from './times.js';

export const cursors = [];
const place = () => document.getElementById('cursors');
let asked = 0;

const span = (ms) => {
  const parts = [[86400, 'd'], [3600, 'h'], [60, 'min'], [1, 's']];
  let rest = Math.round(ms / 1000);
  const out = [];
  parts.forEach(([size, unit]) => { const n = Math.floor(rest / size); rest -= n * size; if (n) out.push(`${n}\u00a0${unit}`); });
  return out.slice(0, 3).join(' ') || '0\u00a0s';
};

/** Both, in the order of time; null while there are not two. */
export const between = () => (cursors.length === 2 ? [Math.min(...cursors), Math.max(...cursors)] : null);

export function set(t) {
  if (cursors.length === 2) cursors.length = 0;
  cursors.push(Math.round(t));
}

export function clear() {
  const there = cursors.length > 0;
  cursors.length = 0;
  return there;
}

export function drawCursors(u) {
  const { ctx, bbox } = u, d = devicePixelRatio;
  ctx.save();
  ctx.font = `600 ${12 * d}px Next`;
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  [...cursors].sort((a, b) => a - b).forEach((t, i) => {
    const x = u.valToPos(t / 1000, 'x', true);
    if (x < bbox.left || x > bbox.left + bbox.width) return;
    ctx.strokeStyle = css('--ink'); ctx.lineWidth = 1.5 * d;
    ctx.beginPath(); ctx.moveTo(x, bbox.top); ctx.lineTo(x, bbox.top + bbox.height); ctx.stroke();
    ctx.fillStyle = css('--ink');
    ctx.fillRect(x - 8 * d, bbox.top, 16 * d, 15 * d);
    ctx.fillStyle = css('--page');
    ctx.fillText('AB'[i], x, bbox.top + 8 * d);
  });
  ctx.restore();
}

const row = (...cells) => {
  const tr = document.createElement('tr');
  cells.forEach((c, i) => { const td = document.createElement('td'); td.textContent = c; if (i) td.className = 'n mono'; tr.append(td); });
  return tr;
};
const told = (v, unit) => (v === null || v === undefined ? '◇' : `${numbers.format(v)} ${unit}`);
const exact = written({ maximumSignificantDigits: 3 });
const signed = (v, unit) => (v === null || v === undefined ? '–' : `${v > 0 ? '+' : ''}${exact.format(v)} ${unit}`);

/** From what lies between to the form that leaves it out. */
function leaveOut() {
  const button = document.createElement('button'), form = document.getElementById('leave-out');
  button.type = 'button'; button.className = 'chip no-print';
  button.textContent = msg('script.cursors.exclude');
  button.addEventListener('click', () => {
    form.open = true;
    form.querySelector('[data-range-fill]').click();
    form.scrollIntoView({ block: 'center' });
    form.querySelector('[name=reason]').focus({ preventScroll: true });
  });
  return button;
}

/** What the lines that are drawn read at them, in a table under the chart. */
export async function tell(channels) {
  const mine = ++asked, box = place();
  if (!cursors.length) { box.replaceChildren(); return; }
  const [a, b] = [Math.min(...cursors), Math.max(...cursors)];
  let readings;
  try {
    readings = await ask('between', { from: a, to: b });
  } catch (e) {
    box.textContent = e.message;
    return;
  }
  if (mine !== asked) return;
  const table = document.createElement('table'), head = document.createElement('thead');
  table.className = 'quiet';
  const lines = readings.filter((r) => channels.includes(r.channel));
  const titles = document.createElement('tr');
  if (cursors.length === 2) {
    const all = document.createElement('tr'), over = document.createElement('th');
    over.colSpan = 8;
    over.textContent = msg('script.cursors.span', { a: moment(a), b: moment(b), span: span(b - a) });
    all.append(over);
    head.append(all);
  }
  (cursors.length === 2 ? ['', 'A', 'B', 'B − A', msg('script.cursors.perHour'), msg('script.cursors.min'), msg('script.cursors.mean'), msg('script.cursors.max')] : ['', `A ${moment(a)}`]).forEach((t, i) => {
    const th = document.createElement(i ? 'th' : 'td');
    th.textContent = t;
    if (i) th.className = 'n';
    titles.append(th);
  });
  head.append(titles);
  table.append(head, ...lines.map((r) => (cursors.length === 2
    ? row(nameOf(r.label), told(r.from, r.unit), told(r.to, r.unit), (r.difference === null ? '–' : `${r.difference > 0 ? '+' : ''}${numbers.format(r.difference)} ${r.unit}`), signed(r.perHour, `${r.unit}/h`), told(r.min, r.unit), told(r.mean, r.unit), told(r.max, r.unit))
    : row(nameOf(r.label), told(r.from, r.unit)))));
  const foot = document.createElement('p');
  foot.className = 'sub small no-print';
  foot.textContent = cursors.length === 2 ? msg('script.cursors.what') : msg('script.cursors.second');
  box.replaceChildren(table, foot);
  if (cursors.length === 2 && document.getElementById('leave-out')) box.append(leaveOut());
}
