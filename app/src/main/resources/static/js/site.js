// Spots are put on a site's picture by choosing one and clicking where it lies.
'use strict';

(function () {
  const box = document.querySelector('.site-picture[data-picture="true"]');
  if (!box) return;
  const svg = box.querySelector('svg'), form = box.querySelector('form.draw'), choice = form.querySelector('select'), off = form.querySelector('[data-off]');
  const send = (x, y) => {
    form.action = `/spots/${choice.value}/draw`;
    form.elements.x.value = x;
    form.elements.y.value = y;
    form.submit();
  };
  choice.addEventListener('change', () => {
    svg.classList.toggle('aim', choice.value !== '');
    off.hidden = !choice.selectedOptions[0].textContent.endsWith('(move)');
  });
  off.addEventListener('click', (e) => { e.preventDefault(); send('', ''); });
  form.addEventListener('submit', (e) => e.preventDefault());
  svg.addEventListener('click', (e) => {
    if (!choice.value) return;
    const r = svg.getBoundingClientRect();
    send(((e.clientX - r.left) / r.width).toFixed(4), ((e.clientY - r.top) / r.height).toFixed(4));
  });
})();
