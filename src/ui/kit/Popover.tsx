/**
 * A button with a panel that opens under it: the platform's popover, which brings light dismissal, Escape and
 * focus return.
 */

import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import { say } from '../../words/generated/kit';
import styles from './kit.module.css';

const GAP = 6;
const EDGE = 8;
/** Milliseconds that a panel waits for the package that places it. */
const PATIENCE = 300;
/** Pixels that a panel is high at least, where the window leaves no room, and at most. */
const [LEAST, MOST] = [160, 560];
/** Where a panel goes is worked out by a package, which comes when a button is approached. */
const placing = () => import('@floating-ui/dom');
type Placing = Awaited<ReturnType<typeof placing>>;
const approach = (): void => void placing().catch(() => undefined);

export function Popover({
  label,
  children,
  className,
  describe,
}: {
  label: ReactNode;
  children: ReactNode | ((close: () => void) => ReactNode);
  className?: string;
  describe?: string;
}) {
  const id = useId().replaceAll(':', '');
  const button = useRef<HTMLButtonElement>(null);
  const panel = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState(false);

  useEffect(() => {
    const el = panel.current;
    if (!el) return;
    const toggled = (event: Event) => setOpen((event as ToggleEvent).newState === 'open');
    el.addEventListener('toggle', toggled);
    return () => el.removeEventListener('toggle', toggled);
  }, []);
  // Under the button, or over it, or where there is room, for as long as it is open: also when what it shows
  // grows, or the page is scrolled.
  useEffect(() => {
    const [at, el] = [button.current, panel.current];
    if (!open || !at || !el) return;
    let stop = (): void => undefined;
    let left = false;
    let shown = false;
    // Seen where it belongs, never on its way there; what is not seen can't take the focus.
    const show = (): void => {
      if (left || shown) return;
      shown = true;
      el.style.visibility = 'visible';
      el.querySelector<HTMLElement>('[autofocus], input, select, button, a')?.focus({ preventScroll: true });
    };
    const place = ({ autoUpdate, computePosition, flip, offset, shift, size }: Placing): void => {
      if (left) return;
      stop = autoUpdate(at, el, async () => {
        const { x, y } = await computePosition(at, el, {
          placement: 'bottom-start',
          strategy: 'fixed',
          middleware: [
            offset(GAP),
            flip({ padding: EDGE }),
            shift({ padding: EDGE }),
            size({
              padding: EDGE,
              apply: ({ availableHeight }) => {
                el.style.maxHeight = `${Math.max(LEAST, Math.min(MOST, availableHeight))}px`;
              },
            }),
          ],
        });
        Object.assign(el.style, { left: `${x}px`, top: `${y}px` });
        show();
      });
    };
    // Without the package, or until it comes over a slow line: under the button.
    const near = (): void => {
      const { left: x, bottom } = at.getBoundingClientRect();
      if (!left && !shown) Object.assign(el.style, { left: `${x}px`, top: `${bottom + GAP}px` });
      show();
    };
    const patience = window.setTimeout(near, PATIENCE);
    placing().then(place, near);
    return () => {
      left = true;
      window.clearTimeout(patience);
      stop();
      el.style.visibility = '';
    };
  }, [open]);
  const close = () => {
    panel.current?.hidePopover();
    button.current?.focus();
  };
  return (
    <>
      <button
        ref={button}
        type="button"
        className={className}
        popoverTarget={id}
        aria-expanded={open}
        aria-haspopup="dialog"
        aria-label={describe}
        onPointerEnter={approach}
        onFocus={approach}
      >
        {label}
      </button>
      <div
        ref={panel}
        id={id}
        popover="auto"
        role="dialog"
        aria-label={describe ?? (typeof label === 'string' ? label : say('kit.choices'))}
        className={styles.panel}
      >
        {open && (typeof children === 'function' ? children(close) : children)}
      </div>
    </>
  );
}
