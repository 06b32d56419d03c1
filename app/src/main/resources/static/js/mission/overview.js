// The whole record in small; a click or drag moves the view there.
import { LEFT, RIGHT, box, clamp, css, points, view, whole } from './context.js';

let small = null, strip = null;

function made(show) {
  const canvas = document.createElement('canvas');
  canvas.className = 'overview';
  canvas.setAttribute('aria-hidden', 'true');
  box.after(canvas);
  const move = (e) => {
    const r = canvas.getBoundingClientRect();
    const t = whole.from + (whole.to - whole.from) * clamp((e.clientX - r.left - LEFT) / (r.width - LEFT - RIGHT), 0, 1);
    const half = (view.to - view.from) / 2;
    show(t - half, t + half);
  };
  canvas.addEventListener('pointerdown', (e) => { canvas.setPointerCapture(e.pointerId); move(e); });
  canvas.addEventListener('pointermove', (e) => { if (e.buttons) move(e); });
  return canvas;
}

export async function overview(show) {
  strip = strip || made(show);
  small = small || await points(whole.from, whole.to, 600);
  const d = devicePixelRatio, w = strip.clientWidth * d, h = 30 * d, ctx = strip.getContext('2d');
  strip.width = w; strip.height = h;
  const x = (t) => LEFT * d + (w - (LEFT + RIGHT) * d) * (t - whole.from) / (whole.to - whole.from);
  const line = small.lines[0];
  if (!line) return;
  const lo = Math.min(...line.min.filter((v) => v !== null)), hi = Math.max(...line.max.filter((v) => v !== null));
  const y = (v) => h - 5 * d - (h - 10 * d) * (v - lo) / Math.max(hi - lo, 0.1);
  ctx.fillStyle = css('--sheet'); ctx.strokeStyle = css('--line');
  ctx.fillRect(x(whole.from), 0, x(whole.to) - x(whole.from), h);
  ctx.strokeStyle = css('--ink-3'); ctx.beginPath();
  let pen = false;
  line.min.forEach((v, i) => { if (v === null) { pen = false; return; } const px = x(small.groups[line.group].t[i]); if (pen) ctx.lineTo(px, y(v)); else ctx.moveTo(px, y(v)); ctx.lineTo(px, y(line.max[i])); pen = true; });
  ctx.stroke();
  ctx.strokeStyle = css('--spruce'); ctx.lineWidth = 2 * d;
  ctx.strokeRect(x(view.from), d, Math.max(x(view.to) - x(view.from), 4 * d), h - 2 * d);
}
