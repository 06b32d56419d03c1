// Keys, wheel and dragging on the chart.
import { LEFT, RIGHT, box, clamp, view, whole } from './context.js';

// The wheel alone moves the page; who turns it over the chart is told once how it zooms.
let told = false;
function tell() {
  const under = document.getElementById('under');
  if (told || !under) return;
  told = true;
  under.textContent = msg('script.hands.keys');
}

/** @param to what becomes of a view that is asked for, and of an instant that is picked */
export function hands({ show, picked }) {
  box.addEventListener('keydown', (e) => {
    const length = view.to - view.from, mid = (view.from + view.to) / 2;
    const to = { ArrowLeft: [view.from - length / 4, view.to - length / 4], ArrowRight: [view.from + length / 4, view.to + length / 4], '+': [mid - length / 4, mid + length / 4], '=': [mid - length / 4, mid + length / 4], '-': [mid - length, mid + length], 0: [whole.from, whole.to] }[e.key];
    if (to) { e.preventDefault(); show(...to); }
    // the middle of what is in view, for whoever has no pointer
    if (e.key === 'c') { e.preventDefault(); picked(mid); }
  });
  box.addEventListener('wheel', (e) => {
    if (!e.ctrlKey && !e.shiftKey) { tell(); return; }
    e.preventDefault();
    const r = box.getBoundingClientRect(), share = clamp((e.clientX - r.left - LEFT) / (r.width - LEFT - RIGHT), 0, 1);
    const at = view.from + (view.to - view.from) * share, factor = (e.deltaY || e.deltaX) > 0 ? 1.3 : 1 / 1.3;
    show(at - (at - view.from) * factor, at + (view.to - at) * factor);
  }, { passive: false });
  // two fingers stretch and move the view, as on any map
  const fingers = new Map();
  const timeAt = (x) => { const r = box.getBoundingClientRect(); return clamp((x - r.left - LEFT) / (r.width - LEFT - RIGHT), 0, 1); };
  let pinch = null;
  box.addEventListener('pointerdown', (e) => {
    if (e.pointerType !== 'touch') return;
    fingers.set(e.pointerId, e.clientX);
    if (fingers.size === 2) { const at = [...fingers.values()].map(timeAt).map((s) => view.from + (view.to - view.from) * s); pinch = { at }; }
  }, true);
  box.addEventListener('pointermove', (e) => {
    if (!fingers.has(e.pointerId)) return;
    fingers.set(e.pointerId, e.clientX);
    if (!pinch || fingers.size !== 2) return;
    e.stopPropagation(); e.preventDefault();
    // the instants that were under the fingers stay under them
    const [a, b] = [...fingers.values()].map(timeAt);
    if (Math.abs(a - b) < 0.02) return;
    const length = (pinch.at[0] - pinch.at[1]) / (a - b), from = pinch.at[0] - length * a;
    if (length > 0) show(from, from + length);
  }, true);
  ['pointerup', 'pointercancel'].forEach((kind) => document.addEventListener(kind, (e) => { fingers.delete(e.pointerId); if (fingers.size < 2) pinch = null; }, true));
  let grip = null;
  box.addEventListener('pointerdown', (e) => { if (e.shiftKey) { grip = { x: e.clientX, ...view }; box.setPointerCapture(e.pointerId); } });
  box.addEventListener('pointermove', (e) => { if (grip) { const by = (grip.to - grip.from) * (grip.x - e.clientX) / (box.clientWidth - LEFT - RIGHT); show(grip.from + by, grip.to + by); } });
  box.addEventListener('pointerup', () => { grip = null; });
}
