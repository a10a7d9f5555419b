/** Single-key commands: never while typing, never with a modifier. */
import { useEffect, useRef } from 'react';
import { own } from '../../core/table';

export const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) &&
  !(target instanceof HTMLInputElement && /^(checkbox|radio|button)$/.test(target.type));

export function useKeys(map: Readonly<Record<string, (event: KeyboardEvent) => void>>): void {
  const latest = useRef(map);
  latest.current = map;
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || typing(event.target))
        return;
      if (document.querySelector('dialog[open], [popover]:popover-open')) return;
      own(latest.current, event.key)?.(event);
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, []);
}
