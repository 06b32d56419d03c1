// What is typed into a form and not saved yet is kept in this browser, by person: a lost session, a reload or a closed page loses none of it. It is offered
// when the form is open again, and gone once the form is saved.
'use strict';

(() => {
  const person = document.querySelector('meta[name="person"]')?.content;
  if (!person) return;
  const OLDEST = 14 * 86400000, PAUSE = 400, SENT = 'pelerin-draft-sent';
  const key = (form) => `pelerin-draft ${person} ${form.dataset.draft}`;
  const typed = (e) => e.name && !['hidden', 'password', 'file', 'submit', 'button', 'reset'].includes(e.type) && !e.closest('dialog');
  const ticked = (e) => e.type === 'checkbox' || e.type === 'radio';

  /** Each field with what is in it; several of one name by their order, ticks by their value. */
  function fields(form) {
    const seen = {};
    return [...form.elements].filter(typed).map((e) => {
      const name = ticked(e) ? `${e.name}=${e.value}` : e.name;
      seen[name] = (seen[name] ?? -1) + 1;
      return { e, id: `${name}#${seen[name]}`, value: ticked(e) ? e.checked : e.value };
    });
  }
  const state = (form) => JSON.stringify(fields(form).map(({ id, value }) => [id, value]));

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

  /** @return how many of its fields are not on this page */
  function restore(form, d) {
    const there = new Map(fields(form).map((f) => [f.id, f]));
    const changed = [];
    let missing = 0;
    JSON.parse(d.state).forEach(([id, value]) => {
      const f = there.get(id);
      if (!f) { if (value) missing++; return; }
      if (f.value === value) return;
      if (ticked(f.e)) f.e.checked = value; else f.e.value = value;
      changed.push(f.e);
    });
    changed.forEach((e) => ['input', 'change'].forEach((type) => e.dispatchEvent(new Event(type, { bubbles: true }))));
    return missing;
  }

  function offer(form, d) {
    const when = new Date(d.at), bar = document.createElement('p');
    bar.className = 'said draft no-print';
    bar.setAttribute('role', 'status');
    bar.append(`What you typed here on ${when.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}, ${when.toTimeString().slice(0, 5)}, was not saved. `);
    const button = (text, act) => {
      const b = document.createElement('button');
      b.type = 'button'; b.className = 'btn btn-sm btn-outline-primary'; b.textContent = text;
      b.addEventListener('click', act);
      bar.append(b, ' ');
    };
    button('Restore', () => {
      const missing = restore(form, d);
      bar.remove();
      if (missing) {
        const note = document.createElement('p');
        note.className = 'miss draft';
        note.textContent = `◇ ${missing} of the values belong to fields that are not on this page now; they were not restored.`;
        form.before(note);
      }
    });
    button('Discard', () => { drop(form); bar.remove(); });
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
