// Another way to derive brings other fields: what was typed in those that it has too, while they were on their way, stays.
'use strict';

(() => {
  let typed = null;
  const fields = (part) => [...part.querySelectorAll('input, select')].filter((f) => f.name && f.type !== 'checkbox' && f.type !== 'radio');

  document.addEventListener('htmx:beforeSwap', (e) => {
    if (e.detail.target.id !== 'how') return;
    typed = new Map(fields(e.detail.target).map((f) => [f.name, f.value]));
    e.detail.target.querySelectorAll('input:checked').forEach((f) => typed.set(`${f.name}=${f.value}`, true));
  });
  document.addEventListener('htmx:afterSettle', (e) => {
    const part = document.getElementById('how');
    if (!typed || !part || e.detail.target.id !== 'how') return;
    fields(part).forEach((f) => { if (typed.get(f.name)) f.value = typed.get(f.name); });
    part.querySelectorAll('[type=radio], [type=checkbox]').forEach((f) => { if (typed.has(`${f.name}=${f.value}`)) f.checked = true; });
    typed = null;
    part.dispatchEvent(new Event('change', { bubbles: true }));
  });
})();
