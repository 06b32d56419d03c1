// Rules of a set as they are typed: the fields that count, rules more and fewer, and each as a sentence with what it would have caught.
(() => {
  const form = document.getElementById('limits-form');
  if (!form) return;
  const rules = document.getElementById('rules');
  const pool = document.getElementById('limits-preview');
  const told = document.getElementById('limits-told');
  let next = rules.children.length;
  let timer;

  const suits = (rule) => {
    const kind = rule.querySelector('select[name$=".kind"]').value;
    rule.querySelectorAll('[data-kinds]').forEach((f) => { f.hidden = !f.dataset.kinds.split(' ').includes(kind); });
  };

  const add = () => {
    if (rules.children.length >= Number(form.dataset.most)) return null;
    const blank = document.getElementById('blank-rule').content.cloneNode(true).querySelector('.rule');
    blank.querySelectorAll('[name]').forEach((f) => { f.name = f.name.replace('NEW', next); });
    next += 1;
    rules.append(blank);
    suits(blank);
    return blank;
  };

  const say = () => {
    pool.querySelectorAll('[data-row]').forEach((row) => {
      const rule = rules.querySelector(`[name="rules[${row.dataset.row}].kind"]`)?.closest('.rule');
      if (!rule) return;
      const place = rule.querySelector('.rule-said');
      place.querySelectorAll('.sentence, .caught').forEach((n) => n.remove());
      place.prepend(...row.children);
    });
    told.textContent = '';
    told.append(...(pool.querySelector('[data-told]')?.childNodes ?? []));
    pool.replaceChildren();
  };

  const ask = () => {
    clearTimeout(timer);
    timer = setTimeout(() => htmx.ajax('POST', '/limits/preview', { source: form, target: pool, swap: 'innerHTML' }), 350);
  };

  pool.addEventListener('htmx:afterSwap', say);
  form.addEventListener('input', ask);
  form.addEventListener('change', (e) => {
    if (e.target.name?.endsWith('.kind')) suits(e.target.closest('.rule'));
    ask();
  });
  form.addEventListener('click', (e) => {
    if (e.target.id === 'more-rules') add()?.querySelector('select').focus();
    if (!e.target.matches('[data-remove]')) return;
    const rule = e.target.closest('.rule');
    const after = rule.nextElementSibling;
    rule.remove();
    const back = document.createElement('p');
    back.className = 'undo-rule sub';
    back.append(msg('script.limits.removed'), ' ', Object.assign(document.createElement('button'), { type: 'button', className: 'link', textContent: msg('script.limits.undo') }));
    back.querySelector('button').addEventListener('click', () => { rules.insertBefore(rule, after?.isConnected ? after : null); back.remove(); ask(); });
    document.querySelectorAll('.undo-rule').forEach((n) => n.remove());
    rules.after(back);
    ask();
  });

  [...rules.children].forEach(suits);
  if (!rules.children.length) add();
  ask();
})();
