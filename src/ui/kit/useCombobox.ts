/**
 * Keys that move through a list of suggestions under an input (ARIA 1.2, combobox with a listbox): a
 * package's, which comes with the first letter.
 */
import { type RefObject, useEffect, useRef } from 'react';

const combobox = () => import('@github/combobox-nav');
/** Fetches what the keys need, before there is anything to move through. */
export const readyForKeys = (): void => void combobox().catch(() => undefined);

/**
 * Options have `role="option"`, an id, and their number as `data-at`.
 * @param open whether there is something to move through
 * @param take told the number of the option that was chosen, by Enter or by a click
 */
export function useCombobox(
  input: RefObject<HTMLInputElement | null>,
  list: RefObject<HTMLElement | null>,
  open: boolean,
  take: (at: number) => void,
): void {
  const latest = useRef(take);
  latest.current = take;
  useEffect(() => {
    const [box, options] = [input.current, list.current];
    if (!open || !box || !options) return;
    let stop = (): void => undefined;
    let left = false;
    const chosen = (event: Event): void => {
      if (event.target instanceof HTMLElement) latest.current(Number(event.target.dataset.at));
    };
    options.addEventListener('combobox-commit', chosen);
    combobox().then(
      ({ default: Combobox }) => {
        if (left) return;
        const keys = new Combobox(box, options, { tabInsertsSuggestions: false });
        keys.start();
        stop = () => keys.stop();
      },
      () => undefined,
    );
    return () => {
      left = true;
      stop();
      options.removeEventListener('combobox-commit', chosen);
    };
  }, [open, input, list]);
}
