/** Whether the page is on its way to paper: lists that draw only what is in view then draw all they have. */
import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const media = window.matchMedia('print');
    // The picture is taken right after: what changes must be drawn before.
    const set = (is: boolean) => flushSync(() => setPrinting(is));
    const changed = (event: MediaQueryListEvent) => set(event.matches);
    const before = () => set(true);
    const after = () => set(false);
    media.addEventListener('change', changed);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      media.removeEventListener('change', changed);
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
  return printing;
}
