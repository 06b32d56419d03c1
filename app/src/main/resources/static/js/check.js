// The live check: ticks stay while the readings change beneath them.
'use strict';

(() => {
  let ticked = new Set();
  const boxes = () => [...document.querySelectorAll('#check-now input[name="serials"]')];
  const own = (e) => e.detail.target?.id === 'check-now';
  document.body.addEventListener('htmx:beforeSwap', (e) => { if (own(e)) ticked = new Set(boxes().filter((b) => b.checked).map((b) => b.value)); });
  // as soon as the new boxes are there: what is ticked from then on is not undone
  document.body.addEventListener('htmx:afterSwap', (e) => { if (own(e)) boxes().forEach((b) => { b.checked = ticked.has(b.value); }); });
  document.getElementById('tick-all')?.addEventListener('click', () => boxes().forEach((b) => { if (!b.disabled) b.checked = true; }));
})();
