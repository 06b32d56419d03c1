// Who meets the demo for the first time is led to where the simulated loggers are; once they have been there, or do not want it, no more.
(() => {
  const SEEN = 'pelerin-yard-seen';
  if (document.querySelector('[data-yard]')) { localStorage.setItem(SEEN, 'yes'); return; }
  const lead = document.getElementById('to-the-yard');
  if (!lead || localStorage.getItem(SEEN)) return;
  lead.hidden = false;
  lead.querySelector('button').addEventListener('click', () => { localStorage.setItem(SEEN, 'yes'); lead.hidden = true; });
})();
