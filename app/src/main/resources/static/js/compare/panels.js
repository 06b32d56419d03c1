// The plots of several records on one axis of time: a panel a unit, or one a record with scales that can be compared.
import { written } from '../chart/numbers.js';
import { marksFrom, since } from '../chart/elapsed.js';
import { path } from '../chart/path.js';

const LEFT = 54, RIGHT = 10;
const numbers = written({ maximumFractionDigits: 2 });
const css = (name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
let plots = [];

function range(lines) {
  let lo = Infinity, hi = -Infinity;
  lines.forEach((l) => l.min.forEach((v, i) => { if (v !== null) { lo = Math.min(lo, v); hi = Math.max(hi, l.max[i]); } }));
  if (lo > hi) return [0, 1];
  const room = Math.max((hi - lo) * 0.07, 0.1);
  return [lo - room, hi + room];
}

/** What is drawn where: of several records one below the other each has a panel a unit, and those of a unit one scale. */
function laid({ lines, extra, order, layout }) {
  const unitsOf = (of) => [...new Set(of.map((l) => l.unit))], scales = new Map(unitsOf(lines).map((u) => [u, range(lines.filter((l) => l.unit === u))]));
  const one = (of, title) => unitsOf(of).map((unit) => ({ unit, title, scale: scales.get(unit), lines: of.filter((l) => l.unit === unit) }));
  const own = layout === 'stack' ? order.flatMap((s) => one(lines.filter((l) => l.source === s), s.name)) : one(lines, '');
  const less = extra.map((l) => ({ unit: l.unit, title: 'difference', scale: range([l]), lines: [l], zero: true }));
  const all = [...own, ...less];
  return all.length ? all : [{ unit: '', title: '', scale: [0, 1], lines: [] }];
}

const draw = (panel) => (u) => {
  const { ctx, bbox } = u, d = devicePixelRatio;
  ctx.save();
  ctx.beginPath(); ctx.rect(bbox.left, bbox.top, bbox.width, bbox.height); ctx.clip();
  if (panel.zero) {
    const y = u.valToPos(0, 'y', true);
    ctx.strokeStyle = css('--line'); ctx.lineWidth = d;
    ctx.beginPath(); ctx.moveTo(bbox.left, y); ctx.lineTo(bbox.left + bbox.width, y); ctx.stroke();
  }
  panel.lines.forEach((l) => {
    ctx.strokeStyle = l.colour; ctx.lineWidth = 1.5 * d; ctx.lineJoin = 'round';
    ctx.setLineDash(l.dash.map((n) => n * d));
    ctx.stroke(path(u, l, l.group, l.shift));
  });
  ctx.setLineDash([]);
  if (panel.title) {
    ctx.font = `600 ${13 * d}px Next`; ctx.textAlign = 'left';
    const width = ctx.measureText(panel.title).width;
    ctx.globalAlpha = 0.85; ctx.fillStyle = css('--page'); ctx.fillRect(bbox.left + 4 * d, bbox.top + 2 * d, width + 8 * d, 18 * d);
    ctx.globalAlpha = 1; ctx.fillStyle = css('--ink'); ctx.fillText(panel.title, bbox.left + 8 * d, bbox.top + 15 * d);
  }
  ctx.restore();
};

function axisOfTime({ by, zone, view }, lowest, width) {
  const day = new Intl.DateTimeFormat(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { timeZone: zone, day: 'numeric', month: 'short' }), time = new Intl.DateTimeFormat(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { timeZone: zone, hour: '2-digit', minute: '2-digit' });
  const told = (marks, step) => {
    if (by !== 'absolute') return marks.map((s) => since(s * 1000).replace(/:00$/, ''));
    let before = '';
    return marks.map((s) => { const d = day.format(s * 1000), shown = step >= 86400 ? d : d !== before ? `${time.format(s * 1000)}\n${d}` : time.format(s * 1000); before = d; return shown; });
  };
  return { space: 80, size: lowest ? 44 : 4, stroke: css('--ink-2'), grid: { stroke: css('--line-2'), width: 1 }, ticks: { show: lowest, stroke: css('--line') }, font: '13px Next',
    ...(by === 'absolute' ? {} : { splits: () => marksFrom(0, view.from / 1000, view.to / 1000, width / 100) }),
    values: lowest ? (u, at, ax, space, step) => told(at, step) : (u, at) => at.map(() => null) };
}

export function panels(box, what) {
  const all = laid(what), room = Math.max(260, Math.min(560, innerHeight - box.getBoundingClientRect().top - scrollY - 90)), high = Math.max(all.length > 1 ? 96 : 240, Math.round(room / all.length));
  plots.forEach((p) => p.destroy());
  plots = all.map((panel, i) => {
    const lowest = i === all.length - 1;
    return new uPlot({
      width: box.clientWidth, height: high + (lowest ? 40 : 0), padding: [10, RIGHT, lowest ? 0 : 6, 0], legend: { show: false },
      tzDate: (s) => uPlot.tzDate(new Date(s * 1000), what.by === 'absolute' ? what.zone : 'UTC'),
      cursor: { sync: { key: 'compare', setSeries: false }, drag: { x: true, y: false, setScale: false }, points: { show: false }, bind: { dblclick: () => () => { what.all(); return null; } } },
      scales: { x: { time: true, min: what.view.from / 1000, max: what.view.to / 1000 }, y: { range: () => panel.scale } },
      axes: [axisOfTime(what, lowest, box.clientWidth), { size: LEFT, stroke: css('--ink-2'), grid: { stroke: css('--line-2'), width: 1 }, ticks: { show: false }, font: '13px Next', values: (u, at) => at.map((v, k) => (k === at.length - 1 ? `${numbers.format(v)} ${panel.unit}` : numbers.format(v))) }],
      series: [{}, { show: true, paths: () => null, points: { show: false } }],
      hooks: {
        draw: [draw(panel)],
        setCursor: [(u) => { const { left } = u.cursor; what.under(left === null || left === undefined || left < 0 ? null : u.posToVal(left, 'x') * 1000, [...what.lines, ...what.extra]); }],
        setSelect: [(u) => { if (u.select.width > 4) what.zoom(u.posToVal(u.select.left, 'x') * 1000, u.posToVal(u.select.left + u.select.width, 'x') * 1000); u.setSelect({ width: 0, height: 0 }, false); }],
      },
    }, [[what.view.from / 1000, what.view.to / 1000], [null, null]], box);
  });
}
