// A known name is put behind those that are there.
'use strict';

document.addEventListener('click', (e) => {
  const name = e.target.closest('.known button');
  if (!name) return;
  const field = document.getElementById(name.parentElement.dataset.into), text = name.textContent.trim();
  const there = field.value.split(',').map((n) => n.trim()).filter(Boolean);
  if (!there.includes(text)) field.value = [...there, text].join(', ');
  field.focus();
});
