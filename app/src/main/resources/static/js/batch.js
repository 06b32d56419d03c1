// Writing many: a list read from a file goes into the text, where it can be seen and mended.
'use strict';

document.getElementById('list-file')?.addEventListener('change', async (e) => {
  const file = e.target.files[0];
  if (!file) return;
  const text = document.querySelector('textarea[name="list"]');
  text.value = (await file.text()).replace(/^\uFEFF/, '');
  text.dispatchEvent(new Event('input', { bubbles: true }));
});
