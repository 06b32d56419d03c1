// Which lines are drawn, and the buttons that say so.
import { data, units } from './context.js';
import { look } from './looks.js';
import { changed, hidden, hide, nameOf, ordered } from './options.js';

// Of several tables the first and all that holds until it changes, of scans the mean, until more is asked for; and of those what is not
// hidden.
export const chosen = { tables: new Set([0]), spread: false };
const listed = (got) => got.lines.filter((l) => (got.groups[l.group].steps || chosen.tables.has(l.group)) && (chosen.spread || !data.channels[l.channel]?.scans));
export const drawn = (got) => {
  const lines = listed(got).filter((l) => !hidden(l.channel)), order = ordered(lines.map((l) => l.label));
  return order.map((label) => lines.find((l) => l.label === label));
};

// more than so many stand in a list beside the plots
const A_ROW = 8;
let sought = '';

function list(place, lines) {
  if (!place.querySelector('.found')) {
    const find = Object.assign(document.createElement('input'), { type: 'search', className: 'form-control form-control-sm', placeholder: msg('script.legend.find'), autocomplete: 'off' });
    find.setAttribute('aria-label', msg('script.legend.find'));
    find.addEventListener('input', () => { sought = find.value.trim().toLowerCase(); filter(place); });
    const all = document.createElement('p');
    all.className = 'all-none';
    [['none', true], ['all', false]].forEach(([word, off]) => {
      const b = Object.assign(document.createElement('button'), { type: 'button', className: 'chip', textContent: word === 'none' ? msg('script.legend.none') : msg('script.legend.all') });
      b.dataset.line = word;
      b.addEventListener('click', () => { place.lines.forEach((l) => hide(l.channel, off || data.channels[l.channel]?.house === true)); changed(); });
      all.append(b);
    });
    place.replaceChildren(find, all, Object.assign(document.createElement('div'), { className: 'found' }));
  }
  place.lines = lines;
  const groups = new Map();
  lines.forEach((l) => {
    const title = data.channels[l.channel]?.house ? msg('script.legend.housekeeping') : l.unit || msg('script.menus.values');
    groups.set(title, [...(groups.get(title) ?? []), l]);
  });
  const scrolled = place.querySelector('.found').scrollTop;
  place.querySelector('.found').replaceChildren(...[...groups].flatMap(([title, of]) => [
    Object.assign(document.createElement('h3'), { textContent: title }),
    ...of.map((l) => {
      const row = document.createElement('div');
      row.className = 'of-line';
      row.dataset.name = nameOf(l.label).toLowerCase();
      const only = Object.assign(document.createElement('button'), { type: 'button', className: 'only', textContent: '◉', title: msg('script.legend.only', { name: nameOf(l.label) }) });
      only.setAttribute('aria-label', only.title);
      only.dataset.line = `only-${l.channel}`;
      only.addEventListener('click', () => { alone(l, lines); changed(); });
      const value = document.createElement('output');
      value.dataset.value = l.channel;
      row.append(button(l, lines), value, only);
      return row;
    }),
  ]));
  place.querySelector('.found').scrollTop = scrolled;
  filter(place);
}

function filter(place) {
  place.querySelectorAll('.of-line').forEach((row) => { row.hidden = sought !== '' && !row.dataset.name.includes(sought); });
}

/** What each line has at the pointer, by its number; an empty map for none. */
export function values(at) {
  document.querySelectorAll('#legend output').forEach((o) => {
    const v = at.get(Number(o.dataset.value));
    o.textContent = v?.said ?? '';
    o.className = v?.side === 'sub' ? '' : v?.side ?? '';
  });
}

/**
 * Names with their looks. A press hides or shows a line, a drag over several does the same to all of them; with Shift or Alt a line is shown
 * alone, and again all are.
 */
export function legend(got) {
  const place = document.getElementById('legend'), focused = place.contains(document.activeElement) ? document.activeElement.dataset.line : null;
  const there = listed(got), order = ordered(there.map((l) => l.label)), lines = order.map((label) => there.find((l) => l.label === label));
  if (dragged) return;
  const beside = lines.length > A_ROW;
  place.hidden = lines.length < 2;
  place.classList.toggle('beside-plots', beside);
  document.getElementById('record').classList.toggle('many', beside);
  if (beside) list(place, lines); else place.replaceChildren(...lines.map((l) => button(l, lines)));
  if (focused) place.querySelector(`[data-line="${focused}"]`)?.focus();
}

function button(l, lines) {
  const b = document.createElement('button');
  b.type = 'button';
  b.dataset.line = l.channel;
  b.title = msg('script.legend.press');
  b.setAttribute('aria-pressed', !hidden(l.channel));
  b.append(mark(look(l.label)), `${nameOf(l.label)}${l.unit && units.length > 1 && lines.length <= A_ROW ? `\u00a0${l.unit}` : ''}`);
  b.addEventListener('click', (e) => {
    // a press of the pointer was answered when it came down
    if (e.shiftKey || e.altKey) alone(l, lines); else if (e.detail === 0) hide(l.channel, !hidden(l.channel)); else return;
    changed();
  });
  b.addEventListener('pointerdown', (e) => {
    if (e.shiftKey || e.altKey || e.button) return;
    b.releasePointerCapture?.(e.pointerId);
    dragged = { off: !hidden(l.channel) };
    over(b);
  });
  b.addEventListener('pointerenter', () => { if (dragged) over(b); });
  return b;
}

// what a drag over the names does to each: what it did to the first
let dragged = null;
function over(b) {
  hide(Number(b.dataset.line), dragged.off);
  b.setAttribute('aria-pressed', !dragged.off);
}
document.addEventListener('pointerup', () => { if (dragged) { dragged = null; changed(); } });
document.addEventListener('pointercancel', () => { if (dragged) { dragged = null; changed(); } });

function alone(line, lines) {
  const only = lines.every((l) => (l.channel === line.channel) !== hidden(l.channel));
  lines.forEach((l) => hide(l.channel, !only && l.channel !== line.channel));
}

function mark(style) {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg'), line = document.createElementNS('http://www.w3.org/2000/svg', 'line');
  svg.setAttribute('viewBox', '0 0 22 8'); svg.setAttribute('aria-hidden', 'true');
  Object.entries({ x1: 0, x2: 22, y1: 4, y2: 4, stroke: style.colour, 'stroke-width': 2.4, 'stroke-dasharray': style.dash.join(' ') }).forEach(([k, v]) => line.setAttribute(k, v));
  svg.append(line);
  return svg;
}

/** Chips for further tables and for what lies around the means of scans. */
export function choices(redraw) {
  const even = data.tables.map((t, i) => ({ ...t, i })).filter((t) => !t.events);
  const spread = data.channels.some((c) => c.scans);
  if (even.length < 2 && !spread) return;
  const row = document.createElement('p');
  row.className = 'drawn';
  const chip = (text, on, flip) => {
    const b = document.createElement('button');
    b.type = 'button'; b.className = 'chip'; b.textContent = text;
    const paint = () => { b.classList.toggle('on', on()); b.setAttribute('aria-pressed', on()); };
    b.addEventListener('click', () => { flip(); paint(); redraw(); });
    paint();
    row.append(b);
  };
  if (even.length > 1) even.forEach((t) => chip(t.title, () => chosen.tables.has(t.i), () => { if (!chosen.tables.delete(t.i)) chosen.tables.add(t.i); }));
  if (spread) chip(msg('script.legend.spread'), () => chosen.spread, () => { chosen.spread = !chosen.spread; });
  document.getElementById('legend').before(row);
}
