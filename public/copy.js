// On pages without islands: buttons that copy an address, shown where that works.
addEventListener('DOMContentLoaded', () => {
  if (!navigator.clipboard) return;
  for (const button of document.querySelectorAll('[data-copy]')) button.hidden = false;
});
addEventListener('click', (event) => {
  const button = event.target instanceof Element ? event.target.closest('[data-copy]') : null;
  if (!button) return;
  const address = new URL(button.dataset.copy, location.href).href;
  const said = document.createElement('span');
  said.setAttribute('role', 'status');
  button.parentElement.querySelector('[role="status"]')?.remove();
  button.after(' ', said);
  navigator.clipboard.writeText(address).then(
    () => {
      said.textContent = button.dataset.copied;
    },
    // Where the browser forbids it, the address stands there to be copied by hand.
    () => {
      said.textContent = address;
    },
  );
});
