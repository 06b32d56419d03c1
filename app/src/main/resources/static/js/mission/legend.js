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

/**
 * Names with their looks. A press hides or shows a line, a drag over several does the same to all of them; with Shift or Alt a line is shown
 * alone, and again all are.
 */
export function legend(got) {
  const place = document.getElementById('legend'), focused = document.activeElement?.dataset?.line;
  const there = listed(got), order = ordered(there.map((l) => l.label)), lines = order.map((label) => there.find((l) => l.label === label));
  if (dragged) return;
  place.hidden = lines.length < 2;
  place.replaceChildren(...lines.map((l) => button(l, lines)));
  if (lines.length > 6) {
    [['none', true], ['all', false]].forEach(([text, off]) => {
      const b = document.createElement('button');
      b.type = 'button'; b.className = 'chip'; b.textContent = text; b.dataset.line = text;
      b.addEventListener('click', () => { lines.forEach((l) => hide(l.channel, off)); changed(); });
      place.prepend(b);
    });
  }
  if (focused) place.querySelector(`[data-line="${focused}"]`)?.focus();
}

function button(l, lines) {
  const b = document.createElement('button');
  b.type = 'button';
  b.dataset.line = l.channel;
  b.title = msg('script.legend.press');
  b.setAttribute('aria-pressed', !hidden(l.channel));
  b.append(mark(look(l.label)), `${nameOf(l.label)}${l.unit && units.length > 1 ? ` ${l.unit}` : ''}`);
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
