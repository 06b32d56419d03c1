// Writing many: a list read from a file goes into the text, where it can be seen and mended.
'use strict';

// A scanned serial is one more of them; one that is not in the dock goes into the list.
document.addEventListener('pelerin:scan', (e) => {
  const form = document.getElementById('plan-form');
  const box = form.querySelector(`input[name="serials"][value="${CSS.escape(e.detail.toUpperCase())}"]`);
  if (!box) return;
  e.preventDefault();
  box.checked = true;
  box.dispatchEvent(new Event('change', { bubbles: true }));
});

document.getElementById('list-file')?.addEventListener('change', async (e) => {
  const file = e.target.files[0];
  if (!file) return;
  const text = document.querySelector('textarea[name="list"]');
  text.value = (await file.text()).replace(/^\uFEFF/, '');
  text.dispatchEvent(new Event('input', { bubbles: true }));
});
