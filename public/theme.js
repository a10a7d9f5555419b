// Sets the theme before the first paint; the choice is the reader's, else the system's.
try {
  const chosen = localStorage.getItem('legendum.theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
} catch {
  document.documentElement.dataset.theme = 'light';
}
