// What every page does: theme, keyboard, questions before what cannot be undone, wrong fields, dialogs.
import { csrf } from './csrf.js';

document.body.addEventListener('htmx:configRequest', (e) => {
  if (csrf && e.detail.verb !== 'get') e.detail.headers[csrf.dataset.header] = csrf.content;
});

document.getElementById('theme')?.addEventListener('click', () => {
  const next = document.documentElement.dataset.bsTheme === 'dark' ? 'light' : 'dark';
  document.documentElement.dataset.bsTheme = next;
  localStorage.setItem('pelerin-theme', next);
  document.dispatchEvent(new Event('pelerin:theme'));
});

const more = document.getElementById('more-places');
more?.addEventListener('click', () => {
  const open = document.querySelector('.rail').classList.toggle('open');
  more.setAttribute('aria-expanded', open);
});

const keysList = document.getElementById('keys-list');
document.getElementById('keys')?.addEventListener('click', () => keysList.showModal());

let gPressed = -Infinity;
document.addEventListener('keydown', (e) => {
  const typing = e.target.closest('input:not([type=radio]):not([type=checkbox]), textarea, select');
  if ((e.ctrlKey || e.metaKey) && e.key === 'Enter') {
    const dialog = document.querySelector('dialog[open]');
    const button = (dialog || document).querySelector(dialog ? '.btn-primary' : '.main-act');
    if (button) { e.preventDefault(); button.click(); }
    return;
  }
  if (typing || e.ctrlKey || e.metaKey || e.altKey || document.querySelector('dialog[open]')) return;
  if (e.key === '/') { e.preventDefault(); document.getElementById('find').select(); return; }
  if (e.key === '?') { keysList.showModal(); return; }
  if (e.key === 'g') { gPressed = e.timeStamp; return; }
  if (e.timeStamp - gPressed < 1500) {
    const room = document.querySelector(`.rail [data-key="${CSS.escape(e.key)}"]`);
    gPressed = -Infinity;
    if (room) { e.preventDefault(); room.click(); return; }
  }
  if (e.key === 'n' || e.key === 'p') document.querySelector(`.pager [data-key-go="${e.key}"]`)?.click();
});

document.addEventListener('submit', (e) => {
  const ask = e.submitter?.dataset.ask ?? e.target.dataset.ask;
  if (ask && !confirm(ask)) { e.preventDefault(); return; }
  // one press is one order
  if (e.target.method === 'post') setTimeout(() => e.target.querySelectorAll('button').forEach((b) => { b.disabled = true; }), 0);
});
// who signs out leaves no page on the device; what was noted and not sent yet stays until its person is back
document.addEventListener('submit', (e) => { if (e.target.matches('[action$="/logout"]')) self.caches?.delete('pelerin-pages'); });
document.addEventListener('change', (e) => { if (e.target.matches('input[type=file][data-send]') && e.target.files.length) e.target.form.requestSubmit(); });
addEventListener('pageshow', (e) => { if (e.persisted) location.reload(); });

// A field that only counts with one choice is shown with it.
function showWhens() {
  document.querySelectorAll('[data-shows]').forEach((w) => {
    const picked = document.querySelector(`input[name="${w.dataset.shows}"]:checked`);
    w.classList.toggle('on', w.dataset.for.split(' ').includes(picked?.value));
  });
  document.querySelectorAll('[data-shows-select]').forEach((w) => {
    w.classList.toggle('on', document.querySelector(`select[name="${w.dataset.showsSelect}"]`)?.value === w.dataset.for);
  });
  const signal = document.querySelector('select[name="input"]')?.value;
  document.querySelectorAll('[data-inputs]').forEach((l) => { l.hidden = !l.dataset.inputs.split(' ').includes(signal); });
  const hidden = document.querySelector('[data-inputs][hidden] input:checked');
  if (hidden) { document.querySelector('[data-inputs]:not([hidden]) input').checked = true; showWhens(); return; }
  document.querySelectorAll('[data-unless]').forEach((i) => { i.hidden = document.querySelector('select[name="crossing"]')?.value === i.dataset.unless; });
}

// What is wrong is said at its field, and how it was read where that is not plain.
// A name that is being typed is not called wrong before it is left: half of it may be another's. What was wrong already keeps its word.
function showErrors(whole) {
  const typing = whole === true ? null : document.activeElement;
  const wrong = new Set([...document.querySelectorAll('.is-wrong')].map((n) => n.name));
  const form = document.getElementById('limits-form') ? '#limits-form' : '#plan-form';
  document.querySelectorAll('.wrong-text, .understood').forEach((n) => n.remove());
  document.querySelectorAll('#field-errors [data-understood]').forEach((as) => {
    const input = document.querySelector(`${form} [name="${CSS.escape(as.dataset.understood)}"]`);
    if (!input || input.type === 'hidden' || input.closest('.when:not(.on)')) return;
    const text = document.createElement('small');
    text.className = 'understood';
    text.textContent = `= ${as.textContent}`;
    input.insertAdjacentElement('afterend', text);
  });
  document.querySelectorAll('.is-wrong').forEach((n) => { n.classList.remove('is-wrong'); n.removeAttribute('aria-invalid'); n.removeAttribute('aria-describedby'); });
  document.querySelectorAll('#field-errors [data-field]').forEach((error, i) => {
    const input = document.querySelector(`${form} [name="${CSS.escape(error.dataset.field)}"]`);
    if (!input || input.type === 'hidden' || input.type === 'radio') return;
    if (input === typing && input.name.endsWith('.label') && !wrong.has(input.name)) return;
    const text = document.createElement('span');
    text.className = 'wrong-text';
    text.id = `wrong-${i}`;
    text.textContent = error.textContent;
    input.classList.add('is-wrong');
    input.setAttribute('aria-invalid', 'true');
    input.setAttribute('aria-describedby', text.id);
    input.insertAdjacentElement('afterend', text);
  });
}
// The tray of what is connected: in view, or folded to an edge with a count, as somebody left it here.
(() => {
  const fold = document.getElementById('tray-fold');
  if (!fold) return;
  const where = document.body.classList.contains('handles') ? 'trayHandles' : 'trayReads', kept = `pelerin-tray-${where.slice(4).toLowerCase()}`;
  const root = document.documentElement;
  const say = () => {
    const open = root.dataset[where] === 'open', units = document.querySelectorAll('#tray .unit').length;
    fold.setAttribute('aria-expanded', open);
    fold.setAttribute('aria-label', msg('script.frame.fold', { open, units }));
    document.getElementById('tray-count').textContent = units;
  };
  fold.addEventListener('click', () => {
    root.dataset[where] = root.dataset[where] === 'open' ? 'folded' : 'open';
    localStorage.setItem(kept, root.dataset[where]);
    say();
  });
  document.addEventListener('htmx:afterSwap', (e) => { if (e.detail.target.id === 'tray') say(); });
  say();
})();
document.querySelector('[data-select]')?.select();
document.querySelector('[data-print]')?.addEventListener('click', () => print());
document.addEventListener('change', showWhens);
document.body.addEventListener('htmx:afterSettle', showWhens);
document.addEventListener('htmx:afterSettle', showErrors);
document.addEventListener('htmx:afterSwap', (e) => {
  if (e.detail.target.id === 'confirm-body') document.getElementById('confirm').showModal();
});
showWhens();
showErrors(true);
// once the field is left
document.addEventListener('focusout', (e) => { if (e.target.closest('#plan-form, #limits-form')) setTimeout(showErrors, 0); });

// In a filter a choice is a step at once.
document.querySelectorAll('[data-go]').forEach((s) => s.addEventListener('change', () => s.form.submit()));
