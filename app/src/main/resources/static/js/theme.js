// Before the first paint: the theme somebody chose here, else the one their system prefers.
(function () {
  const chosen = localStorage.getItem('pelerin-theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.bsTheme = dark ? 'dark' : 'light';
})();
