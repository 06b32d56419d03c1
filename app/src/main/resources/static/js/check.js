// The live check: ticks stay while the readings change beneath them.
'use strict';

(() => {
  let ticked = new Set();
  const boxes = () => [...document.querySelectorAll('#check-now input[name="serials"]')];
  document.body.addEventListener('htmx:beforeSwap', () => { ticked = new Set(boxes().filter((b) => b.checked).map((b) => b.value)); });
  document.body.addEventListener('htmx:afterSettle', () => boxes().forEach((b) => { b.checked = ticked.has(b.value); }));
  document.getElementById('tick-all')?.addEventListener('click', () => boxes().forEach((b) => { if (!b.disabled) b.checked = true; }));
})();
