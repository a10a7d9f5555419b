/** The box that stood here before the page's programs had come (`EarlyBox.astro`). */
export interface Early {
  /** What was written into it; null where it stands as it came. */
  readonly text: string | null;
  /** It was sent already. */
  readonly asked: boolean;
  /** Where in the text the reader was; null for whoever was elsewhere. */
  readonly at: readonly [from: number, to: number] | null;
}
/** Takes it out of the page. @returns null where there is none: it was taken, or the page came without */
export function takeEarly(): Early | null {
  const place = document.querySelector<HTMLElement>('#early');
  const box = place?.querySelector('input');
  if (!place || !box) return null;
  const { value, defaultValue, selectionStart, selectionEnd } = box;
  const early: Early = {
    text: value === defaultValue ? null : value,
    asked: place.hasAttribute('data-asked'),
    at: document.activeElement === box ? [selectionStart ?? 0, selectionEnd ?? 0] : null,
  };
  place.remove();
  return early;
}
