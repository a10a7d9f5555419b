// Sets the theme before the first paint; the choice is the reader's, else the system's.
try {
  const chosen = localStorage.getItem('legendum.theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
} catch {
  document.documentElement.dataset.theme = 'light';
}

// The letters come when the page works; those that this browser has are there at once. A page that keeps nothing has
// them as a sheet.
if (document.currentScript.dataset.letters) {
  const { letters } = document.currentScript.dataset;
  const key = 'legendum.letters';
  // Letters that a first page has none of, and most lists some: fetched then, all of the page would be laid out anew.
  const rest = () =>
    navigator.connection?.saveData
      ? []
      : [
          '1em "Atkinson Hyperlegible Next Variable"',
          '1em "Literata Variable"',
          'italic 1em "Literata Variable"',
        ].map((face) => document.fonts.load(face, 'ő'));
  const add = () => {
    const sheet = document.createElement('link');
    sheet.rel = 'stylesheet';
    sheet.href = letters;
    sheet.onload = () =>
      document.fonts.ready
        .then(() => {
          localStorage.setItem(key, letters);
          return Promise.all(rest());
        })
        .catch(() => {});
    document.head.append(sheet);
  };
  // Twenty seconds at most: what has not come by then may never come.
  const later = (looks) => {
    if (looks && document.querySelector('astro-island[ssr]')) setTimeout(later, 100, looks - 1);
    else add();
  };
  let had;
  try {
    had = localStorage.getItem(key);
  } catch {}
  if (had === letters) add();
  else addEventListener('DOMContentLoaded', () => later(200));
}

// A question that is written before the page's programs have come waits for them (EarlyBox.astro).
addEventListener('DOMContentLoaded', () => {
  const box = document.querySelector('#early input');
  if (!box) return;
  box.defaultValue = new URLSearchParams(location.search).get('q') ?? '';
  if (!box.value && matchMedia('(pointer: fine)').matches) box.focus({ preventScroll: true });
});
addEventListener('submit', (event) => {
  const early = event.target.closest('#early');
  if (!early) return;
  event.preventDefault();
  early.dataset.asked = '';
  const said = early.querySelector('[role="status"]');
  said.textContent = said.dataset.said;
});

// On a narrow screen the sections and tools fold into one button.
addEventListener('click', (event) => {
  const button = event.target instanceof Element ? event.target.closest('[data-fold]') : null;
  const head = button && button.closest('header');
  if (!head) return;
  const open = head.toggleAttribute('data-open');
  button.setAttribute('aria-expanded', String(open));
});

// Another language: it is kept, and the page loaded anew in it, at the address where the reader is by now.
addEventListener('click', (event) => {
  const link = event.target instanceof Element ? event.target.closest('[data-language]') : null;
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey) return;
  event.preventDefault();
  const secure = location.protocol === 'https:' ? '; secure' : '';
  // biome-ignore lint/suspicious/noDocumentCookie: the other way is not to be had everywhere
  document.cookie = `legendum-language=${link.dataset.language}; path=/; max-age=31536000; samesite=lax${secure}`;
  const to = new URL(location.href);
  to.searchParams.delete('lang');
  history.replaceState(history.state, '', to);
  // The pages that were kept (browser/offline) are in the language before.
  const gone = navigator.onLine && window.caches?.delete('legendum-state');
  Promise.resolve(gone).finally(() => location.reload());
});
