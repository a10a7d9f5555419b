/**
 * For the heading of a view that was come to by a key: who works by keys goes on from there. Where somebody works
 * already the focus stays. To be given as a ref, with `tabIndex={-1}`.
 */
export function focusOn(heading: HTMLElement | null): void {
  if (document.activeElement === document.body) heading?.focus({ preventScroll: true });
}
