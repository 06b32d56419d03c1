// One plot a unit, below each other on one axis of time.
import { LEFT, RIBBON, RIGHT, box, css, data, numbers, units, view } from './context.js';
import { drawCursors } from './cursors.js';
import { drawLimits, labelLimits } from './limits.js';
import { boxed, drawLines, nameLines, range } from './lines.js';
import { drawMarks, drawRead } from './marks.js';
import { options } from './options.js';
import { readOut } from './readout.js';
import { drawOutside, drawRibbon } from './ribbon.js';
import { labels, splits, zone } from './times.js';

let plots = [];

// A panel a unit, or one a line where that is wanted; where nothing is drawn, the first keeps its place.
function panels(lines) {
  const of = options.panels === 'line' ? lines.map((l) => ({ unit: l.unit, lines: [l] }))
    : units.map((unit) => ({ unit, lines: lines.filter((l) => l.unit === unit) })).filter((p) => p.lines.length);
  return of.length ? of : [{ unit: units[0], lines: [] }];
}

// The plots take at least this share of the window, and a panel at least so many pixels.
const SHARE = 0.553, LEAST = 64;
const ABOVE = 8, BETWEEN = 2, AXIS = 38, NO_AXIS = 4, BELOW = 92;

/** Heights of the plots themselves: all that the window has, a panel as much as its lines and limits deserve. */
function heights(shown) {
  const around = RIBBON + 4 + AXIS + (shown.length - 1) * (ABOVE + BETWEEN + NO_AXIS);
  const full = document.getElementById('record')?.classList.contains('full');
  const top = full ? box.getBoundingClientRect().top : box.getBoundingClientRect().top + scrollY;
  const room = Math.max(innerHeight * SHARE, innerHeight - top - around - BELOW, shown.length * LEAST);
  const limited = (l) => data.channels[l.channel]?.low !== '' || data.channels[l.channel]?.high !== '';
  const weights = shown.map((p) => (options.panels === 'line' ? 1 : 1 + Math.min(8, Math.max(0, p.lines.length - 1)) * 0.3 + (p.lines.some(limited) ? 0.8 : 0)));
  const sum = weights.reduce((a, b) => a + b, 0), rest = room - shown.length * LEAST;
  return weights.map((w) => Math.ceil(LEAST + rest * w / sum));
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
  const shown = panels(got.lines), high = heights(shown);
  plots = shown.map(({ unit, lines }, i) => {
    const only = options.panels === 'line' ? lines.map((l) => l.channel) : null;
    const [lo, hi] = range(unit, lines, only), lowest = i === shown.length - 1;
    const settings = {
      width: box.clientWidth, height: high[i] + (i === 0 ? RIBBON + 4 : ABOVE) + (lowest ? AXIS : BETWEEN + NO_AXIS),
      padding: [i === 0 ? RIBBON + 4 : ABOVE, RIGHT, lowest ? 0 : BETWEEN, 0],
      legend: { show: false },
      tzDate: (s) => uPlot.tzDate(new Date(s * 1000), zone()),
      cursor: { sync: { key: 'mission', setSeries: false }, drag: { x: true, y: true, uni: 40, setScale: false }, points: { show: false }, bind: { mousedown: (u, t, h) => (e) => { if (!e.shiftKey) h(e); return null; }, dblclick: () => () => { all(); return null; } } },
      scales: { x: { time: true, min: view.from / 1000, max: view.to / 1000 }, y: { range: () => [lo, hi] } },
      axes: [
        { show: true, space: 74, size: lowest ? AXIS : NO_AXIS, stroke: css('--ink-2'), grid: { stroke: css('--line-2'), width: 1 }, ticks: { show: lowest, stroke: css('--line') }, font: '13px Next', values: lowest ? (u, at, ax, space, incr) => labels(at, incr) : (u, s) => s.map(() => null), ...(splits(0, 1, 1) ? { splits: () => splits(view.from / 1000, view.to / 1000, box.clientWidth / 90) } : {}) },
        { size: LEFT, stroke: css('--ink-2'), grid: { show: false }, ticks: { show: false }, font: '13px Next', values: (u, at) => at.map((v, k) => (k === at.length - 1 ? `${numbers.format(v)} ${unit}` : numbers.format(v))) },
      ],
      series: [{}, ...lines.map(() => ({ show: true, paths: () => null, points: { show: false } }))],
      hooks: {
        drawAxes: [drawLimits(unit, only)],
        draw: [drawLines(lines, got.groups), drawOutside, labelLimits(unit, only), nameLines(lines, got.groups), ...(i === 0 ? [drawRibbon] : []), drawMarks(i === 0), drawCursors, ...(lowest ? [drawRead] : [])],
        setCursor: [(u) => readOut(u, got)],
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
