// Live gauges keep a short trace: the readings of the last two minutes of this page, drawn on the gauge's own scale.
'use strict';

(function () {
  const KEEP = 60, WIDTH = 300, HEIGHT = 30;
  const traces = new Map();

  function draw(svg) {
    const label = svg.dataset.trace, at = svg.dataset.at ? Number(svg.dataset.at) : null;
    const seen = traces.get(label) || [];
    seen.push(at);
    if (seen.length > KEEP) seen.shift();
    traces.set(label, seen);
    const held = seen.filter((v) => v !== null);
    if (held.length < 2) return;
    // the gauge's scale may be far wider than what happens: at least a five-hundredth of it fills the height
    const low = Math.min(...held), high = Math.max(...held), room = Math.max(high - low, 0.002), mid = (low + high) / 2;
    let path = '', pen = false;
    seen.forEach((v, i) => {
      if (v === null) { pen = false; return; }
      const x = WIDTH - (seen.length - 1 - i) * (WIDTH / (KEEP - 1)), y = HEIGHT / 2 - (v - mid) / room * (HEIGHT - 4);
      path += `${pen ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
      pen = true;
    });
    svg.innerHTML = `<path d="${path}"/>`;
  }

  document.addEventListener('htmx:afterSwap', (e) => {
    if (e.target.classList && e.target.classList.contains('live-box')) e.target.querySelectorAll('[data-trace]').forEach(draw);
  });
})();
