// One plot a unit, below each other on one axis of time.
import { columnAt } from '../chart/path.js';
import { LEFT, RIBBON, RIGHT, box, css, numbers, units, view } from './context.js';
import { drawCursors } from './cursors.js';
import { drawLimits, labelLimits } from './limits.js';
import { boxed, drawLines, nameLines, range } from './lines.js';
import { drawMarks, markAt, drawRead } from './marks.js';
import { nameOf, options } from './options.js';
import { drawOutside, drawRibbon } from './ribbon.js';
import { labels, moment, splits, zone } from './times.js';

let plots = [];

// A panel a unit, or one a line where that is wanted; where nothing is drawn, the first keeps its place.
function panels(lines) {
  const of = options.panels === 'line' ? lines.map((l) => ({ unit: l.unit, lines: [l] }))
    : units.map((unit) => ({ unit, lines: lines.filter((l) => l.unit === unit) })).filter((p) => p.lines.length);
  return of.length ? of : [{ unit: units[0], lines: [] }];
}

function heights(n) {
  const room = Math.max(300, Math.min(560, innerHeight - box.getBoundingClientRect().top - scrollY - 110));
  if (n === 1) return [room];
  if (options.panels === 'line') return Array.from({ length: n }, () => Math.max(120, Math.round(room / n)));
  const first = Math.round(room * 0.58);
  return Array.from({ length: n }, (u, i) => (i === 0 ? first : Math.max(90, Math.round((room - first) / (n - 1)))));
}

function under(u, got) {
  const out = document.getElementById('under');
  if (u.cursor.left === null || u.cursor.left === undefined || u.cursor.left < 0) { out.textContent = ''; return; }
  const t = u.posToVal(u.cursor.left, 'x') * 1000, at = got.groups.map((g) => columnAt(g, t));
  const there = got.lines.filter((l) => at[l.group] >= 0), more = there.length > 6 ? msg('script.plots.more', { n: there.length - 6 }) : '';
  const values = there.slice(0, 6).map((l) => { const i = at[l.group], raw = got.groups[l.group].raw; return (l.min[i] === null ? `${nameOf(l.label)} ◇` : raw || l.min[i] === l.max[i] ? `${nameOf(l.label)} ${numbers.format(l.max[i])} ${l.unit}` : `${nameOf(l.label)} ${numbers.format(l.min[i])} … ${numbers.format(l.max[i])} ${l.unit}`); });
  const first = at[0] >= 0 && !got.groups[0].steps ? got.groups[0].t[at[0]] : t;
  out.textContent = `${moment(first)}  ${values.join(' · ')}${more}${markAt(u, t)}`;
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
  const shown = panels(got.lines), high = heights(shown.length);
  plots = shown.map(({ unit, lines }, i) => {
    const only = options.panels === 'line' ? lines.map((l) => l.channel) : null;
    const [lo, hi] = range(unit, lines, only), lowest = i === shown.length - 1;
    const settings = {
      width: box.clientWidth, height: high[i],
      padding: [i === 0 ? RIBBON + 4 : 14, RIGHT, lowest ? 0 : 6, 0],
      legend: { show: false },
      tzDate: (s) => uPlot.tzDate(new Date(s * 1000), zone()),
      cursor: { sync: { key: 'mission', setSeries: false }, drag: { x: true, y: true, uni: 40, setScale: false }, points: { show: false }, bind: { mousedown: (u, t, h) => (e) => { if (!e.shiftKey) h(e); return null; }, dblclick: () => () => { all(); return null; } } },
      scales: { x: { time: true, min: view.from / 1000, max: view.to / 1000 }, y: { range: () => [lo, hi] } },
      axes: [
        { show: true, space: 74, size: lowest ? 44 : 4, stroke: css('--ink-2'), grid: { stroke: css('--line-2'), width: 1 }, ticks: { show: lowest, stroke: css('--line') }, font: '13px Next', values: lowest ? (u, at, ax, space, incr) => labels(at, incr) : (u, s) => s.map(() => null), ...(splits(0, 1, 1) ? { splits: () => splits(view.from / 1000, view.to / 1000, box.clientWidth / 90) } : {}) },
        { size: LEFT, stroke: css('--ink-2'), grid: { show: false }, ticks: { show: false }, font: '13px Next', values: (u, at) => at.map((v, k) => (k === at.length - 1 ? `${numbers.format(v)} ${unit}` : numbers.format(v))) },
      ],
      series: [{}, ...lines.map(() => ({ show: true, paths: () => null, points: { show: false } }))],
      hooks: {
        drawAxes: [drawLimits(unit, only)],
        draw: [drawLines(lines, got.groups), drawOutside, labelLimits(unit, only), nameLines(lines, got.groups), ...(i === 0 ? [drawRibbon] : []), drawMarks(i === 0), drawCursors, ...(lowest ? [drawRead] : [])],
        setCursor: [(u) => under(u, got)],
        setSelect: [(u) => {
          const { left, top, width, height } = u.select;
          // a box that leaves out some of the height is one of values, too
          if (width > 4 && height > 0 && height < u.over.clientHeight - 2) boxed[unit] = [u.posToVal(top + height, 'y'), u.posToVal(top, 'y')];
          if (width > 4) stretch(u.posToVal(left, 'x') * 1000, u.posToVal(left + width, 'x') * 1000);
          u.setSelect({ left: 0, top: 0, width: 0, height: 0 }, false);
        }],
        ready: [(u) => clicks(u, picked)],
      },
    };
    const plot = new uPlot(settings, [[view.from / 1000, view.to / 1000], ...lines.map(() => [null, null])], box);
    plot.unitShown = unit;
    return plot;
  });
}

/** Where a pointer is: the unit and value there, where values lie from the plot's top, and the digits that a pixel tells; null beside plots. */
export function at(e) {
  const plot = plots.find((p) => { const r = p.over.getBoundingClientRect(); return e.clientY >= r.top && e.clientY <= r.bottom && e.clientX >= r.left && e.clientX <= r.right; });
  if (!plot) return null;
  const top = e.clientY - plot.over.getBoundingClientRect().top, pixel = Math.abs(plot.posToVal(1, 'y') - plot.posToVal(0, 'y'));
  return { unit: plot.unitShown, top, value: plot.posToVal(top, 'y'), y: (v) => plot.valToPos(v, 'y'), decimals: Math.max(0, Math.min(6, Math.ceil(-Math.log10(pixel)))) };
}

/** The canvases as they are on the screen, from above. */
export const pictures = () => plots.map((p) => p.ctx.canvas);

/** Scales as they are drawn now, a unit each. */
export const scalesNow = () => Object.fromEntries(plots.map((p) => [p.unitShown, [p.scales.y.min, p.scales.y.max]]));

/** The same picture with what lies over it drawn anew. */
export function repaint() { plots.forEach((p) => p.redraw(false)); }
