// What is typed into a form and not saved yet is kept in this browser, by person: a lost session, a reload or a closed page loses none of it. It is offered
// when the form is open again, and gone once the form is saved.
import { restore, state } from './typed-fields.js';

(() => {
  const person = document.querySelector('meta[name="person"]')?.content;
  if (!person) return;
  const OLDEST = 14 * 86400000, PAUSE = 400, SENT = 'pelerin-draft-sent';
  const key = (form) => `pelerin-draft ${person} ${form.dataset.draft}`;

  function kept(form) {
    try {
      const d = JSON.parse(localStorage.getItem(key(form)));
      return d && Date.now() - d.at < OLDEST ? d : null;
    } catch (e) { return null; }
  }
  const drop = (form) => localStorage.removeItem(key(form));
  function keep(form, first) {
    const now = state(form);
    if (now === first) { drop(form); return; }
    try { localStorage.setItem(key(form), JSON.stringify({ at: Date.now(), state: now })); } catch (e) { /* there is no room: nothing is offered later */ }
  }

  function offer(form, d) {
    const when = new Date(d.at), bar = document.createElement('p');
    bar.className = 'said draft no-print';
    bar.setAttribute('role', 'status');
    bar.append(msg('script.drafts.notSaved', { when: `${when.toLocaleDateString(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { day: 'numeric', month: 'short' })}, ${when.toTimeString().slice(0, 5)}` }), ' ');
    const button = (text, act) => {
      const b = document.createElement('button');
      b.type = 'button'; b.className = 'btn btn-sm btn-outline-primary'; b.textContent = text;
      b.addEventListener('click', act);
      bar.append(b, ' ');
    };
    button(msg('script.drafts.restore'), () => {
      const missing = restore(form, d.state);
      bar.remove();
      if (missing) {
        const note = document.createElement('p');
        note.className = 'miss draft';
        note.textContent = msg('script.drafts.missing', { missing });
        form.before(note);
      }
    });
    button(msg('script.drafts.discard'), () => { drop(form); bar.remove(); });
    form.before(bar);
  }

  function watch(form) {
    if (form.dataset.drafted) return;
    form.dataset.drafted = 'yes';
    const first = state(form), d = kept(form);
    // a form that came back refused has it all
    if (d && d.state !== first) offer(form, d);
    let timer = 0;
    const later = () => { clearTimeout(timer); timer = setTimeout(() => keep(form, first), PAUSE); };
    form.addEventListener('input', later);
    form.addEventListener('change', later);
    form.addEventListener('submit', () => { clearTimeout(timer); keep(form, first); sessionStorage.setItem(SENT, key(form)); });
    addEventListener('pagehide', () => { if (timer) keep(form, first); });
  }

  // what was sent by the page before is saved where this one says so
  const sent = sessionStorage.getItem(SENT);
  sessionStorage.removeItem(SENT);
  if (sent && document.querySelector('div.said') && !document.querySelector('.refused, .wrong-text')) localStorage.removeItem(sent);
  const all = (root) => root.querySelectorAll?.('form[data-draft]').forEach(watch);
  all(document);
  document.body.addEventListener('htmx:load', (e) => all(e.target));
})();
