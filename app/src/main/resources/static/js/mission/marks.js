// What happened at an instant: what the logger noted by itself, and what people noted. A line at each, its sign at the foot of the first
// plot; and the stretch that the table shows, along the foot of the last.
import { box, css, data, view } from './context.js';
import { options } from './options.js';
import { place } from './ribbon.js';
import { moment } from './times.js';

/** What people noted; grows and shrinks while the page is open. */
export const notes = data.notes ?? [];
/** What the table shows, in ms; null while it was not moved. */
export const read = { from: null, to: null };

const shown = () => [
  ...(options.events ? (data.events ?? []).map((e) => ({ from: e.at, to: e.at, what: e.what, sign: e.sign })) : []),
  ...(options.notes ? notes.map((n) => ({ from: n.from, to: n.to, what: `${n.text} (${n.by})`, sign: '✎' })) : []),
];

export const drawMarks = (first) => (u) => {
  const { ctx, bbox } = u, d = devicePixelRatio;
  ctx.save();
  ctx.font = `${12 * d}px Next`; ctx.textAlign = 'center';
  let free = -Infinity;
  shown().filter((m) => m.to >= view.from && m.from <= view.to).sort((a, b) => a.from - b.from).forEach((m) => {
    const [a, b] = place(u, m.from, m.to);
    ctx.strokeStyle = css('--ink-3'); ctx.lineWidth = d; ctx.setLineDash([1 * d, 3 * d]);
    [a, b].forEach((x, i) => { if (i === 0 || b > a) { ctx.beginPath(); ctx.moveTo(x, bbox.top); ctx.lineTo(x, bbox.top + bbox.height); ctx.stroke(); } });
    if (b > a) { ctx.globalAlpha = 0.12; ctx.fillStyle = css('--ink'); ctx.fillRect(a, bbox.top, b - a, bbox.height); ctx.globalAlpha = 1; }
    // signs that would lie on each other are left to the list
    if (!first || a < free) return;
    free = a + 13 * d;
    ctx.fillStyle = css('--page');
    const x = Math.min(Math.max(a, bbox.left + 8 * d), bbox.left + bbox.width - 8 * d);
    ctx.fillRect(x - 7 * d, bbox.top + bbox.height - 16 * d, 14 * d, 15 * d);
    ctx.fillStyle = css('--ink-2');
    ctx.fillText(m.sign, x, bbox.top + bbox.height - 4 * d);
  });
  ctx.restore();
};

/** In words, what is marked within three pixels of an instant; empty for nothing. */
export function markAt(u, t) {
  const near = (view.to - view.from) * 4 / box.clientWidth;
  const there = shown().filter((m) => t >= m.from - near && t <= m.to + near);
  return there.length ? `  ${there.slice(0, 2).map((m) => `${m.sign} ${m.what}${m.from === m.to ? `, ${moment(m.from)}` : ''}`).join(' · ')}` : '';
}

export function drawRead(u) {
  if (read.from === null || read.to < view.from || read.from > view.to) return;
  const { ctx, bbox } = u, d = devicePixelRatio, [a, b] = place(u, read.from, read.to);
  ctx.save();
  ctx.fillStyle = css('--spruce');
  ctx.fillRect(a, bbox.top + bbox.height - 3 * d, Math.max(b - a, 4 * d), 3 * d);
  ctx.restore();
}
