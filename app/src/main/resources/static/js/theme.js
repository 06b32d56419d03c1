// Before the first paint: the theme somebody chose here, else the one their system prefers.
(function () {
  const chosen = localStorage.getItem('pelerin-theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  const root = document.documentElement, paper = matchMedia('print');
  root.dataset.bsTheme = dark ? 'dark' : 'light';
  // paper is white
  let shown = root.dataset.bsTheme;
  const print = () => {
    if (paper.matches) shown = root.dataset.bsTheme;
    root.dataset.bsTheme = paper.matches ? 'light' : shown;
  };
  paper.addEventListener('change', print);
})();
