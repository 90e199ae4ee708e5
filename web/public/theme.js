// Sets the theme before anything is drawn, so that the evening hall never flashes white.
(function () {
  var chosen = localStorage.getItem('vestibul.theme');
  var dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
})();
