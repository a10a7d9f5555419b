/**
 * A button with a panel that opens under it: the platform's popover, which brings light dismissal, Escape and
 * focus return.
 */

import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import { say } from '../../words/generated/kit';
import styles from './kit.module.css';

const GAP = 6;
const EDGE = 8;

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
    const place = () => {
      const at = button.current?.getBoundingClientRect();
      if (!at) return;
      const { width, height } = el.getBoundingClientRect();
      const below = at.bottom + GAP + height <= window.innerHeight || at.top < height;
      el.style.left = `${Math.max(EDGE, Math.min(at.left, document.documentElement.clientWidth - width - EDGE))}px`;
      el.style.top = `${below ? at.bottom + GAP : at.top - height - GAP}px`;
    };
    const toggled = (event: Event) => {
      const now = (event as ToggleEvent).newState === 'open';
      setOpen(now);
      if (now) place();
    };
    el.addEventListener('toggle', toggled);
    window.addEventListener('resize', place);
    return () => {
      el.removeEventListener('toggle', toggled);
      window.removeEventListener('resize', place);
    };
  }, []);
  // The choices are drawn only while it is open, so the first of them can take the focus only now; and the
  // size is known only now.
  useEffect(() => {
    if (!open) return;
    window.dispatchEvent(new Event('resize'));
    panel.current
      ?.querySelector<HTMLElement>('[autofocus], input, select, button, a')
      ?.focus({ preventScroll: true });
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
