// Limits: a band under the values, a line, and a label that is clear of others.
import { clamp, css, data, numbers } from './context.js';
import { hidden, options } from './options.js';

/** @param only numbers of the channels of a panel; null for all of the unit */
export function limitsOf(unit, only) { return !options.limits ? [] : data.channels.filter((c) => c.unit === unit && (c.low !== '' || c.high !== '') && !hidden(c.number) && (!only || only.includes(c.number))); }

// Each limit once, with whose it is where it is not everybody's.
function limitLines(unit, only) {
  const own = limitsOf(unit, only), lines = new Map();
  const everybody = data.channels.filter((c) => c.unit === unit && (only ? only.includes(c.number) : c.shown) && !hidden(c.number)).length;
  own.forEach((c) => [['high', c.high], ['low', c.low]].forEach(([side, v]) => {
    if (v === '') return;
    const key = `${side} ${v}`;
    lines.set(key, { side, v, of: [...(lines.get(key)?.of ?? []), c.channel] });
  }));
  return [...lines.values()].map((l) => ({ ...l, text: msg('script.limits.label', { value: numbers.format(l.v), unit, of: l.of.length >= everybody ? '' : ` (${l.of.length > 3 ? msg('script.limits.lines', { n: l.of.length }) : l.of.join(', ')})` }) }));
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

/** Their labels over the values, so that they can be read. */
export function labelLimits(unit, only) {
  return (u) => {
    const { ctx, bbox } = u, d = devicePixelRatio, end = bbox.top + bbox.height;
    ctx.save();
    ctx.font = `${12 * d}px Next`;
    ctx.textAlign = 'right';
    // beyond its line where there is room and no other label, else on its other side, else further left
    const taken = [];
    limitLines(unit, only).sort((a, b) => b.v - a.v).forEach((l) => {
      const y = u.valToPos(l.v, 'y', true), width = ctx.measureText(l.text).width;
      if (y < bbox.top || y > end) return;
      const sides = (l.side === 'high' ? [y - 5 * d, y + 14 * d] : [y + 14 * d, y - 5 * d]).filter((at) => at - 11 * d >= bbox.top && at <= end);
      const free = (at, right) => taken.every((t) => Math.abs(t.at - at) >= 13 * d || t.left > right + 8 * d || right - width > t.right + 8 * d);
      let right = bbox.left + bbox.width - 4 * d, at = sides.find((s) => free(s, right));
      while (at === undefined && sides.length && right - width > bbox.left) {
        right -= 20 * d;
        at = sides.find((s) => free(s, right));
      }
      if (at === undefined) return;
      taken.push({ at, left: right - width, right });
      ctx.globalAlpha = 0.85; ctx.fillStyle = css('--page');
      ctx.fillRect(right - width - 3 * d, at - 11 * d, width + 6 * d, 14 * d);
      ctx.globalAlpha = 1; ctx.fillStyle = css('--spruce');
      ctx.fillText(l.text, right, at);
    });
    ctx.restore();
  };
}
