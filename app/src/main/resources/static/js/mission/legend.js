// Which lines are drawn, and the buttons that say so.
import { data, units } from './context.js';
import { look } from './looks.js';

// Of several tables the first and all that holds until it changes, of scans the mean, until more is asked for; and of those what is not
// hidden.
export const chosen = { tables: new Set([0]), spread: false, hidden: new Set() };
const listed = (got) => got.lines.filter((l) => (got.groups[l.group].steps || chosen.tables.has(l.group)) && (chosen.spread || !data.channels[l.channel]?.scans));
export const drawn = (got) => listed(got).filter((l) => !chosen.hidden.has(l.channel));

/** Names with their looks. A press hides or shows a line; with Shift or Alt it is shown alone, and again all are. */
export function legend(got, redraw) {
  const place = document.getElementById('legend'), lines = listed(got), focused = document.activeElement?.dataset?.line;
  place.hidden = lines.length < 2;
  place.replaceChildren(...lines.map((l) => {
    const b = document.createElement('button');
    b.type = 'button';
    b.dataset.line = l.channel;
    b.title = 'press to hide or show; Shift and press for this one alone';
    b.setAttribute('aria-pressed', !chosen.hidden.has(l.channel));
    b.append(mark(look(l.label)), `${l.label}${l.unit && units.length > 1 ? ` ${l.unit}` : ''}`);
    b.addEventListener('click', (e) => {
      if (e.shiftKey || e.altKey) alone(l, lines);
      else if (!chosen.hidden.delete(l.channel)) chosen.hidden.add(l.channel);
      redraw();
    });
    return b;
  }));
  if (lines.length > 6) {
    [['none', () => lines.forEach((l) => chosen.hidden.add(l.channel))], ['all', () => chosen.hidden.clear()]].forEach(([text, act]) => {
      const b = document.createElement('button');
      b.type = 'button'; b.className = 'chip'; b.textContent = text; b.dataset.line = text;
      b.addEventListener('click', () => { act(); redraw(); });
      place.prepend(b);
    });
  }
  if (focused) place.querySelector(`[data-line="${focused}"]`)?.focus();
}

function alone(line, lines) {
  const only = lines.every((l) => (l.channel === line.channel) !== chosen.hidden.has(l.channel));
  chosen.hidden.clear();
  if (!only) lines.filter((l) => l.channel !== line.channel).forEach((l) => chosen.hidden.add(l.channel));
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
  if (spread) chip('least and greatest', () => chosen.spread, () => { chosen.spread = !chosen.spread; });
  document.getElementById('legend').before(row);
}
