// The fields of a form that people type in, and what is in them: kept as text, put back as a person would.
const NEVER = ['hidden', 'password', 'file', 'submit', 'button', 'reset'];
// secrets, and what is typed as a confirmation, are typed each time
const typed = (e) => e.name && !NEVER.includes(e.type) && !/pin|secret/i.test(e.name) && !e.hasAttribute('data-unkept') && !e.closest('dialog');
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

export const state = (form) => JSON.stringify(fields(form).map(({ id, value }) => [id, value]));

/** @return how many of its fields are not on this page */
export function restore(form, kept) {
  const there = new Map(fields(form).map((f) => [f.id, f]));
  const changed = [];
  let missing = 0;
  JSON.parse(kept).forEach(([id, value]) => {
    const f = there.get(id);
    if (!f) { if (value) missing++; return; }
    if (f.value === value) return;
    if (ticked(f.e)) f.e.checked = value; else f.e.value = value;
    changed.push(f.e);
  });
  changed.forEach((e) => ['input', 'change'].forEach((type) => e.dispatchEvent(new Event(type, { bubbles: true }))));
  return missing;
}
