// One plot a unit, below each other on one axis of time.
import { LEFT, RIBBON, RIGHT, box, columnAt, css, data, moment, numbers, units, view } from './context.js';
import { drawCursors } from './cursors.js';
import { drawLimits, labelLimits } from './limits.js';
import { drawLines, range } from './lines.js';
import { drawOutside, drawRibbon } from './ribbon.js';

let plots = [];

// Only units of which something is drawn have a plot; where nothing is, the first keeps its place.
function plotted(lines) {
  const there = units.filter((u) => lines.some((l) => l.unit === u));
  return there.length ? there : units.slice(0, 1);
}

function heights(n) {
  const room = Math.max(300, Math.min(560, innerHeight - box.getBoundingClientRect().top - scrollY - 110));
  const first = n > 1 ? Math.round(room * 0.58) : room;
  return Array.from({ length: n }, (u, i) => (i === 0 ? first : Math.round((room - first) / (n - 1))));
}

function labels(splits, step) {
  const day = new Intl.DateTimeFormat('en-GB', { timeZone: data.zone, day: 'numeric', month: 'short' });
  const time = new Intl.DateTimeFormat('en-GB', { timeZone: data.zone, hour: '2-digit', minute: '2-digit', ...(step < 60 ? { second: '2-digit' } : {}) });
  let before = '';
  return splits.map((s) => {
    const d = day.format(s * 1000), t = time.format(s * 1000);
    const label = step >= 86400 ? d : d !== before ? `${t}\n${d}` : t;
    before = d;
    return label;
  });
}

function under(u, got) {
  const out = document.getElementById('under');
  if (u.cursor.left === null || u.cursor.left === undefined || u.cursor.left < 0) { out.textContent = ''; return; }
  const t = u.posToVal(u.cursor.left, 'x') * 1000, at = got.groups.map((g) => columnAt(g, t));
  const there = got.lines.filter((l) => at[l.group] >= 0), more = there.length > 6 ? ` · and ${there.length - 6} more` : '';
  const values = there.slice(0, 6).map((l) => { const i = at[l.group], raw = got.groups[l.group].raw; return (l.min[i] === null ? `${l.label} ◇` : raw || l.min[i] === l.max[i] ? `${l.label} ${numbers.format(l.max[i])} ${l.unit}` : `${l.label} ${numbers.format(l.min[i])} … ${numbers.format(l.max[i])} ${l.unit}`); });
  const first = at[0] >= 0 && !got.groups[0].steps ? got.groups[0].t[at[0]] : t;
  out.textContent = `${moment.format(first)}  ${values.join(' · ')}${more}`;
}

/** A press that does not move is a click at an instant. */
function clicks(u, picked) {
  let at = null;
  u.over.addEventListener('pointerdown', (e) => { at = e.shiftKey || e.button ? null : e.clientX; });
  u.over.addEventListener('pointerup', (e) => {
    if (at !== null && Math.abs(e.clientX - at) < 4) picked(u.posToVal(e.clientX - u.over.getBoundingClientRect().left, 'x') * 1000);
    at = null;
  });
}

/**
 * @param got what is drawn
 * @param on what becomes of a stretch that is dragged, a double click and a click
 */
export function build(got, { stretch, all, picked }) {
  plots.forEach((p) => p.destroy());
  const shown = plotted(got.lines), high = heights(shown.length);
  plots = shown.map((unit, i) => {
    const lines = got.lines.filter((l) => l.unit === unit), [lo, hi] = range(unit, lines), lowest = i === shown.length - 1;
    const options = {
      width: box.clientWidth, height: high[i],
      padding: [i === 0 ? RIBBON + 4 : 14, RIGHT, lowest ? 0 : 6, 0],
      legend: { show: false },
      tzDate: (s) => uPlot.tzDate(new Date(s * 1000), data.zone),
      cursor: { sync: { key: 'mission', setSeries: false }, drag: { x: true, y: false, setScale: false }, points: { show: false }, bind: { mousedown: (u, t, h) => (e) => { if (!e.shiftKey) h(e); return null; }, dblclick: () => () => { all(); return null; } } },
      scales: { x: { time: true, min: view.from / 1000, max: view.to / 1000 }, y: { range: () => [lo, hi] } },
      axes: [
        { show: true, space: 74, size: lowest ? 44 : 4, stroke: css('--ink-2'), grid: { stroke: css('--line-2'), width: 1 }, ticks: { show: lowest, stroke: css('--line') }, font: '13px Next', values: lowest ? (u, splits, ax, space, incr) => labels(splits, incr) : (u, s) => s.map(() => null) },
        { size: LEFT, stroke: css('--ink-2'), grid: { show: false }, ticks: { show: false }, font: '13px Next', values: (u, splits) => splits.map((v, k) => (k === splits.length - 1 ? `${numbers.format(v)} ${unit}` : numbers.format(v))) },
      ],
      series: [{}, ...lines.map(() => ({ show: true, paths: () => null, points: { show: false } }))],
      hooks: {
        drawAxes: [drawLimits(unit)],
        draw: [drawLines(lines, got.groups), drawOutside, labelLimits(unit), ...(i === 0 ? [drawRibbon] : []), drawCursors],
        setCursor: [(u) => under(u, got)],
        setSelect: [(u) => { if (u.select.width > 4) stretch(u.posToVal(u.select.left, 'x') * 1000, u.posToVal(u.select.left + u.select.width, 'x') * 1000); u.setSelect({ width: 0, height: 0 }, false); }],
        ready: [(u) => clicks(u, picked)],
      },
    };
    return new uPlot(options, [[view.from / 1000, view.to / 1000], ...lines.map(() => [null, null])], box);
  });
}

/** The same picture with what lies over it drawn anew. */
export function repaint() { plots.forEach((p) => p.redraw(false)); }
