// Values: smallest to largest a column; what is beyond a limit in the colour of its side. What holds until it changes is drawn in steps.
import { path } from '../chart/path.js';
import { css, data } from './context.js';
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
      const limit = options.limits ? data.channels[line.channel] || {} : {}, style = look(line.label), drawn = path(u, line, groups[line.group]);
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
        ctx.setLineDash(style.dash.map((n) => n * devicePixelRatio));
        ctx.stroke(drawn);
        ctx.restore();
      });
    });
    ctx.restore();
  };
}

/** Names where lines end, of a few lines and as far as there is room for them; the legend has all. */
export function nameLines(lines, groups) {
  return (u) => {
    if (lines.length < 2 || lines.length > 8) return;
    const { ctx, bbox } = u, d = devicePixelRatio, right = bbox.left + bbox.width, taken = [];
    ctx.save();
    ctx.font = `600 ${11 * d}px Next`; ctx.textAlign = 'right'; ctx.textBaseline = 'middle';
    lines.forEach((l) => {
      const ts = groups[l.group].t;
      let i = l.max.length - 1;
      while (i >= 0 && (l.max[i] === null || u.valToPos(ts[i] / 1000, 'x', true) > right)) i--;
      if (i < 0) return;
      const x = Math.min(right, u.valToPos(ts[i] / 1000, 'x', true)) - 4 * d, y = u.valToPos(l.max[i], 'y', true) - 8 * d, name = nameOf(l.label), width = ctx.measureText(name).width;
      if (y < bbox.top + 6 * d || y > bbox.top + bbox.height || x - width < bbox.left || taken.some((t) => Math.abs(t.y - y) < 13 * d && x - width < t.x && t.left < x)) return;
      taken.push({ x, y, left: x - width });
      ctx.globalAlpha = 0.8; ctx.fillStyle = css('--page'); ctx.fillRect(x - width - 2 * d, y - 7 * d, width + 4 * d, 14 * d);
      ctx.globalAlpha = 1; ctx.fillStyle = look(l.label).colour;
      ctx.fillText(name, x, y);
    });
    ctx.restore();
  };
}
