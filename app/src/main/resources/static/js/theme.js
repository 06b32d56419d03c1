// Before the first paint: the theme somebody chose here, else the one their system prefers.
(function () {
  const chosen = localStorage.getItem('pelerin-theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  const root = document.documentElement, paper = matchMedia('print');
  root.dataset.bsTheme = dark ? 'dark' : 'light';
  // What is connected is in view where loggers are handled, and at the edge where records are read, until somebody has it otherwise.
  root.dataset.trayHandles = localStorage.getItem('pelerin-tray-handles') ?? 'open';
  root.dataset.trayReads = localStorage.getItem('pelerin-tray-reads') ?? 'folded';
  // paper is white
  let back = null;
  const turn = (theme) => {
    if (root.dataset.bsTheme === theme) return;
    root.dataset.bsTheme = theme;
    // what is drawn on a canvas has to be drawn again, at once
    document.dispatchEvent(new Event('pelerin:paper'));
  };
  const before = () => { if (root.dataset.bsTheme === 'dark') { back = 'dark'; turn('light'); } };
  const after = () => { if (back) { const to = back; back = null; turn(to); } };
  paper.addEventListener('change', () => { if (paper.matches) before(); else after(); });
  addEventListener('beforeprint', before);
  addEventListener('afterprint', after);
})();
