// Sets the theme before anything is drawn, so that the evening hall never flashes white.
(function () {
  var chosen = null;
  try {
    chosen = localStorage.getItem('vestibul.theme');
  } catch {
    // A browser that keeps nothing has the theme of its system.
  }
  var dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
})();
