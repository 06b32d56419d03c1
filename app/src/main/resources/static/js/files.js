// A file is sent as it is, with its progress shown; another way of reading it loads the page anew.
import { csrf } from './csrf.js';

document.querySelector('[data-hand-in]')?.addEventListener('submit', (e) => {
  e.preventDefault();
  const form = e.target, file = form.querySelector('[type=file]').files[0];
  const bar = document.getElementById('arriving'), word = document.getElementById('not-taken');
  const button = form.querySelector('button');
  const fail = (text) => { word.textContent = text; word.hidden = false; bar.hidden = true; button.disabled = false; };
  const request = new XMLHttpRequest();
  request.open('PUT', `/files?name=${encodeURIComponent(file.name)}`);
  request.setRequestHeader(csrf.dataset.header, csrf.content);
  request.setRequestHeader('Content-Type', 'application/octet-stream');
  request.upload.addEventListener('progress', (p) => { bar.value = p.loaded / p.total; });
  request.addEventListener('load', () => {
    if (request.status === 200 && request.responseText.startsWith('/files/')) location.href = request.responseText;
    else fail(request.status === 422 ? request.responseText : msg('script.files.refused'));
  });
  request.addEventListener('error', () => fail(msg('script.files.broken')));
  word.hidden = true;
  bar.hidden = false;
  button.disabled = true;
  request.send(file);
});

document.querySelectorAll('[data-how]').forEach((s) => s.addEventListener('change', () => {
  s.form.action = location.pathname + '/how';
  s.form.submit();
}));
