// What lies over the whole width of time: what is not judged, excursions and gaps.
import { RIBBON, clamp, css, data, view } from './context.js';
import { options } from './options.js';

export const place = (u, from, to) => {
  const { bbox } = u;
  const a = clamp(u.valToPos(from / 1000, 'x', true), bbox.left, bbox.left + bbox.width);
  const b = clamp(u.valToPos(to / 1000, 'x', true), bbox.left, bbox.left + bbox.width);
  return [a, b];
};

/** What is not judged lies under a veil, with its edge drawn. */
export function drawOutside(u) {
  const { ctx, bbox } = u, d = devicePixelRatio;
  ctx.save();
  (data.outside || []).forEach(([from, to]) => {
    if (to <= view.from || from >= view.to) return;
    const [a, b] = place(u, from, to);
    ctx.globalAlpha = 0.72;
    ctx.fillStyle = css('--page');
    ctx.fillRect(a, bbox.top, b - a, bbox.height);
    ctx.globalAlpha = 1;
    ctx.strokeStyle = css('--ink-2'); ctx.lineWidth = d; ctx.setLineDash([2 * d, 3 * d]);
    [a, b].forEach((x) => { if (x > bbox.left && x < bbox.left + bbox.width) { ctx.beginPath(); ctx.moveTo(x, bbox.top); ctx.lineTo(x, bbox.top + bbox.height); ctx.stroke(); } });
  });
  ctx.restore();
}

/** Excursions and gaps in a ribbon of their own above the first plot. */
export function drawRibbon(u) {
  if (!options.excursions) return;
  const { ctx, bbox } = u, d = devicePixelRatio, top = bbox.top - RIBBON * d, height = 10 * d, y = top + 13 * d;
  const seen = (from, to) => {
    const [a, b] = place(u, from, to);
    return to < view.from || from > view.to ? null : [a, Math.max(b - a, 3 * d)];
  };
  ctx.save();
  ctx.fillStyle = css('--line-2');
  ctx.fillRect(bbox.left, y, bbox.width, height);
  ctx.fillStyle = css('--ink-2'); ctx.font = `${12 * d}px Next`; ctx.textAlign = 'right';
  ctx.fillText(msg('script.ribbon.out'), bbox.left - 8 * d, y + 9 * d);
  data.gaps.forEach(([from, to]) => {
    const at = seen(from, to); if (!at) return;
    ctx.fillStyle = ctx.strokeStyle = css('--straw');
    ctx.fillRect(at[0], y, at[1], height);
    const m = at[0] + at[1] / 2;
    ctx.lineWidth = 1.5 * d; ctx.beginPath(); ctx.moveTo(m, y - 12 * d); ctx.lineTo(m + 5 * d, y - 7 * d); ctx.lineTo(m, y - 2 * d); ctx.lineTo(m - 5 * d, y - 7 * d); ctx.closePath(); ctx.stroke();
  });
  data.excursions.forEach((e) => {
    const at = seen(e.from, e.to); if (!at) return;
    if (e.side === 'missing') return; // gaps are drawn already
    // above in the upper half, below in the lower, so that neither hides the other
    const above = e.side === 'above';
    ctx.fillStyle = css(above ? '--ember' : '--glacier');
    ctx.fillRect(at[0], above ? y : y + height / 2, at[1], height / 2);
    const m = at[0] + at[1] / 2, tip = above ? y - 9 * d : y + height + 9 * d, base = above ? y - 1 * d : y + height + 1 * d;
    ctx.beginPath(); ctx.moveTo(m, tip); ctx.lineTo(m + 5 * d, base); ctx.lineTo(m - 5 * d, base); ctx.closePath(); ctx.fill();
  });
  ctx.restore();
}
