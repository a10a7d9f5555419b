import { pageIn } from '../../browser/trusted';

/** While something is at work its part of the library desk is looked at again; the rest of the page stays where it is. */
const work = document.querySelector<HTMLElement>('[data-work]');
const EVERY = 3000;
async function look(): Promise<void> {
  try {
    const page = pageIn(await (await fetch('/desk')).text());
    const now = page.querySelector<HTMLElement>('[data-work]');
    if (work && now) {
      work.replaceChildren(...now.childNodes);
      work.toggleAttribute('data-goes-on', now.hasAttribute('data-goes-on'));
    }
  } catch {
    // The server may be away for a moment; it is asked again.
  }
  if (work?.hasAttribute('data-goes-on')) setTimeout(look, EVERY);
}
if (work?.hasAttribute('data-goes-on')) setTimeout(look, EVERY);
