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
  let shown = root.dataset.bsTheme;
  const print = () => {
    if (paper.matches) shown = root.dataset.bsTheme;
    root.dataset.bsTheme = paper.matches ? 'light' : shown;
  };
  paper.addEventListener('change', print);
})();
