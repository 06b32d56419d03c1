// Limits: a band under the values, a line, and a label that is clear of others.
import { LEFT, clamp, css, data, numbers } from './context.js';
import { hidden, options } from './options.js';

/** @param only numbers of the channels of a panel; null for all of the unit */
export function limitsOf(unit, only) { return !options.limits ? [] : data.channels.filter((c) => c.unit === unit && (c.low !== '' || c.high !== '') && !hidden(c.number) && (!only || only.includes(c.number))); }

// Each limit once.
function limitLines(unit, only) {
  const own = limitsOf(unit, only), lines = new Map();
  own.forEach((c) => [['high', c.high], ['low', c.low]].forEach(([side, v]) => {
    if (v === '') return;
    const key = `${side} ${v}`;
    lines.set(key, { side, v });
  }));
  return [...lines.values()];
}

/** Limits under the values. */
export function drawLimits(unit, only) {
  return (u) => {
    const { ctx, bbox } = u, d = devicePixelRatio, end = bbox.top + bbox.height;
    ctx.save();
    ctx.fillStyle = css('--spruce-soft');
    const bands = new Set(limitsOf(unit, only).map((c) => `${c.high}|${c.low}`));
    ctx.globalAlpha = 0.55 / Math.max(1, bands.size);
    bands.forEach((band) => {
      const [high, low] = band.split('|');
      const top = high === '' ? bbox.top : clamp(u.valToPos(Number(high), 'y', true), bbox.top, end);
      ctx.fillRect(bbox.left, top, bbox.width, (low === '' ? end : clamp(u.valToPos(Number(low), 'y', true), bbox.top, end)) - top);
    });
    ctx.globalAlpha = 1;
    ctx.strokeStyle = ctx.fillStyle = css('--spruce');
    ctx.lineWidth = d;
    limitLines(unit, only).forEach((l) => {
      const y = u.valToPos(l.v, 'y', true);
      if (y < bbox.top || y > end) return;
      ctx.beginPath(); ctx.moveTo(bbox.left, y); ctx.lineTo(bbox.left + bbox.width, y); ctx.stroke();
    });
    ctx.restore();
  };
}

/** Their values in the margin, in the place of what the axis has there; whose they are, the pointer and the legend say. */
export function labelLimits(unit, only) {
  return (u) => {
    const { ctx, bbox } = u, d = devicePixelRatio, end = bbox.top + bbox.height, taken = [];
    ctx.save();
    ctx.font = `600 ${12.5 * d}px Next`; ctx.textAlign = 'right'; ctx.textBaseline = 'middle';
    limitLines(unit, only).sort((a, b) => b.v - a.v).forEach((l) => {
      const y = u.valToPos(l.v, 'y', true);
      if (y < bbox.top - d || y > end + d || taken.some((t) => Math.abs(t - y) < 11 * d)) return;
      taken.push(y);
      ctx.clearRect(bbox.left - (LEFT - 2) * d, y - 9 * d, (LEFT - 3) * d, 18 * d);
      ctx.fillStyle = css('--spruce');
      ctx.fillText(`${numbers.format(l.v)} ▸`, bbox.left - 2 * d, y);
    });
    ctx.restore();
  };
}
