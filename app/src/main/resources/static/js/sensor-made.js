// A sensor that was made for a plan in another tab is handed to it.
'use strict';

(() => {
  const made = document.getElementById('made');
  if (!made) return;
  localStorage.setItem('pelerin-new-sensor', JSON.stringify({ name: made.dataset.name, at: Date.now() }));
  localStorage.removeItem('pelerin-new-sensor');
  made.querySelector('button').addEventListener('click', () => window.close());
})();
