// Choosing another spot asks again who is there; what was ticked and typed goes along.
'use strict';

document.querySelector('[data-reload]')?.addEventListener('change', (e) => {
  const form = e.target.form, query = new URLSearchParams();
  new FormData(form).forEach((v, k) => { if (k !== '_csrf' && k !== 'other' && k !== 'moved') query.append(k, v); });
  location.href = `/place?${query}`;
});
