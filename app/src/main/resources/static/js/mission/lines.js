// Values: smallest to largest a column, as a band with its median where a column holds many; single samples are points. What is beyond a limit in the colour of its
// side. What holds until it changes is drawn in steps.
import { band, middle, path, points } from '../chart/path.js';
import { NAMED, RIGHT, css, data } from './context.js';
import { limitsOf } from './limits.js';
import { look } from './looks.js';
import { nameOf, options } from './options.js';

/** Scales of a box that was drawn, by unit, until all is shown again. */
export const boxed = {};

/** The scale of a box, or that was fixed for a unit, else what its lines need, with their limits. */
export function range(unit, lines, only) {
  const fixed = boxed[unit] ?? options.scales[unit];
  if (fixed) return fixed;
  let lo = Infinity, hi = -Infinity;
  lines.forEach((l) => l.min.forEach((v, i) => { if (v !== null) { lo = Math.min(lo, v); hi = Math.max(hi, l.max[i]); } }));
  limitsOf(unit, only).forEach((c) => { if (c.low !== '') { lo = Math.min(lo, c.low); } if (c.high !== '') { hi = Math.max(hi, c.high); } });
  if (lo > hi) return [0, 1];
  const room = Math.max((hi - lo) * 0.07, 0.2);
  return [lo - room, hi + room];
}

export function drawLines(lines, groups) {
  return (u) => {
    const { ctx, bbox } = u;
    ctx.save();
    ctx.beginPath(); ctx.rect(bbox.left, bbox.top, bbox.width, bbox.height); ctx.clip();
    lines.forEach((line) => {
      const limit = options.limits ? data.channels[line.channel] || {} : {}, style = look(line.label), group = groups[line.group], dense = line.median?.length > 0;
      const drawn = dense ? middle(u, line, group) : path(u, line, group), area = dense ? band(u, line, group) : null, dots = points(u, line, group, 9 * devicePixelRatio, 2.4 * devicePixelRatio);
      const strokes = [[style.colour, limit.scans ? 1 : 1.5, null]];
      if (limit.high !== '' && limit.high !== undefined) strokes.push([css('--ember'), 2.6, ['above', u.valToPos(limit.high, 'y', true)]]);
      if (limit.low !== '' && limit.low !== undefined) strokes.push([css('--glacier'), 2.6, ['below', u.valToPos(limit.low, 'y', true)]]);
      strokes.forEach(([colour, width, side]) => {
        ctx.save();
        if (side) {
          ctx.beginPath();
          if (side[0] === 'above') ctx.rect(bbox.left, bbox.top, bbox.width, Math.max(0, side[1] - bbox.top));
          else ctx.rect(bbox.left, side[1], bbox.width, Math.max(0, bbox.top + bbox.height - side[1]));
          ctx.clip();
        }
        ctx.strokeStyle = colour; ctx.lineWidth = width * devicePixelRatio; ctx.lineJoin = 'round';
        if (area) { ctx.globalAlpha = side ? 0.6 : 0.3; ctx.fillStyle = colour; ctx.fill(area); ctx.globalAlpha = 1; }
        if (dots) { ctx.fillStyle = colour; ctx.fill(dots); }
        ctx.setLineDash(style.dash.map((n) => n * devicePixelRatio));
        ctx.stroke(drawn);
        ctx.restore();
      });
    });
    ctx.restore();
  };
}

/** Names beside where lines end, of a few lines, each clear of the others; the legend has all. */
export function nameLines(lines, groups) {
  return (u) => {
    if (!NAMED || lines.length < 1 || lines.length > 8) return;
    const { ctx, bbox } = u, d = devicePixelRatio, right = bbox.left + bbox.width, step = 14 * d, room = (RIGHT - 10) * d;
    const ends = lines.map((l) => {
      const ts = groups[l.group].t;
      let i = l.max.length - 1;
      while (i >= 0 && (l.max[i] === null || u.valToPos(ts[i] / 1000, 'x', true) > right)) i--;
      return i < 0 ? null : { l, y: u.valToPos((l.max[i] + l.min[i]) / 2, 'y', true) };
    }).filter((e) => e && e.y >= bbox.top - step && e.y <= bbox.top + bbox.height + step).sort((a, b) => a.y - b.y);
    // pushed apart downwards, and up again where the plot ends
    ends.forEach((e, k) => { e.at = Math.max(e.y, k ? ends[k - 1].at + step : bbox.top + 6 * d); });
    for (let k = ends.length - 1, least = bbox.top + bbox.height - 4 * d; k >= 0; k--) { ends[k].at = Math.min(ends[k].at, least); least = ends[k].at - step; }
    ctx.save();
    ctx.font = `600 ${12 * d}px Next`; ctx.textAlign = 'left'; ctx.textBaseline = 'middle';
    ends.forEach(({ l, y, at }) => {
      let name = nameOf(l.label);
      while (name.length > 3 && ctx.measureText(name).width > room) name = `${name.replace(/…$/, '').slice(0, -1)}…`;
      ctx.strokeStyle = ctx.fillStyle = look(l.label).colour; ctx.lineWidth = d;
      ctx.beginPath(); ctx.moveTo(right, y); ctx.lineTo(right + 5 * d, at); ctx.stroke();
      ctx.fillText(name, right + 8 * d, at);
    });
    ctx.restore();
  };
}
