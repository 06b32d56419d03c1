// What was sent and refused stands in its form again, open, so that nothing has to be chosen or typed twice.
import { restore, state } from './typed-fields.js';

const SENT = 'pelerin-sent';
const where = (form) => form.getAttribute('action') ?? '';

// of the page before
let sent = null;
try { sent = JSON.parse(sessionStorage.getItem(SENT)); } catch (e) { /* none */ }
sessionStorage.removeItem(SENT);
// the word of the act itself, not of what else stands on the page
if (!document.querySelector('div.refused') || document.querySelector('div.said')) sent = null;

function look(root) {
  if (!sent) return;
  const form = [...root.querySelectorAll('form')].find((f) => where(f) === sent.action && !f.closest('dialog'));
  if (!form) return;
  for (let d = form.closest('details'); d; d = d.parentElement.closest('details')) d.open = true;
  if (state(form) !== sent.state) restore(form, sent.state);
  sent = null;
}

document.addEventListener('submit', (e) => {
  const form = e.target;
  // by its attribute: a field may be called “method”
  if (form.getAttribute('method')?.toLowerCase() !== 'post' || e.defaultPrevented) return;
  sessionStorage.setItem(SENT, JSON.stringify({ action: where(form), state: state(form) }));
});
look(document);
document.body.addEventListener('htmx:load', (e) => { if (e.target.querySelectorAll) look(e.target); });
