// Findings by keys: through the list, and from one to the next.
(() => {
  const links = () => [...document.querySelectorAll('#findings .finding-link')];
  const typing = (e) => e.target.closest('input:not([type=checkbox]), textarea, select') || e.ctrlKey || e.metaKey || e.altKey;
  const move = (by) => {
    const all = links();
    if (!all.length) { document.querySelector(by > 0 ? '[data-next]' : '[data-before]')?.click(); return; }
    const at = all.findIndex((l) => l.closest('tr').contains(document.activeElement));
    all[Math.max(0, Math.min(all.length - 1, at < 0 ? 0 : at + by))].focus();
  };
  const choose = () => { const box = document.activeElement.closest('tr')?.querySelector('[name=ids]'); if (box) box.checked = !box.checked; };
  const acknowledge = () => {
    const button = document.querySelector('[data-acknowledge]');
    if (!button) return;
    const chosen = document.querySelectorAll('#findings [name=ids]:checked');
    const box = document.activeElement.closest('tr')?.querySelector('[name=ids]');
    if (links().length && !chosen.length) { if (!box) return; box.checked = true; }
    button.click();
  };
  // What was said of the last one is often said of the next: it is remembered until the window is closed.
  const LAST = 'pelerin:assessment', FIELDS = ['explanation', 'action', 'disposition', 'responsible'];
  const form = document.querySelector('form[data-assessment]'), again = form?.querySelector('[data-repeat]');
  const last = JSON.parse(sessionStorage.getItem(LAST) || 'null');
  const repeat = () => {
    if (!form || !last) return;
    FIELDS.forEach((name) => { const field = form.elements[name]; if (field && last[name]) field.value = last[name]; });
    form.dispatchEvent(new Event('input', { bubbles: true }));
    (form.elements.action || form.elements.explanation).focus();
  };
  if (form) {
    again.hidden = !last;
    again.addEventListener('click', repeat);
    form.addEventListener('submit', () => sessionStorage.setItem(LAST, JSON.stringify(Object.fromEntries(FIELDS.map((name) => [name, form.elements[name]?.value ?? ''])))));
  }
  const assess = () => form?.elements.explanation.focus();
  addEventListener('keydown', (e) => {
    if (typing(e)) return;
    const does = { j: () => move(1), k: () => move(-1), x: choose, a: acknowledge, ...(form ? { e: assess, r: repeat } : {}) }[e.key];
    if (!does) return;
    e.preventDefault();
    does();
  });
  document.getElementById('all-findings')?.addEventListener('change', (e) => document.querySelectorAll('#findings [name=ids]').forEach((b) => { b.checked = e.target.checked; }));
  document.querySelector('form[data-auto]')?.addEventListener('change', (e) => e.currentTarget.requestSubmit());
})();

// a drawing is asked for as wide as it will be seen, so that its letters can be read on a phone
document.body.addEventListener('htmx:configRequest', (e) => {
  if (e.detail.elt.matches('.finding-chart > div')) e.detail.path = e.detail.path.replace(/width=\d+/, `width=${Math.max(320, Math.round(e.detail.elt.clientWidth))}`);
});
