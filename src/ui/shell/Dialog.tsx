/** A modal dialog on the platform's own: focus stays inside, Escape closes, focus returns. */
import { type ReactNode, useEffect, useRef } from 'react';
import styles from './shell.module.css';

export function Dialog({
  label,
  close,
  wide,
  children,
}: {
  label: string;
  close: () => void;
  /** As wide as a page of text. */
  wide?: boolean;
  children: ReactNode;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    ref.current?.showModal();
    // React focuses an autoFocus field before the dialog is shown, when it can't take it.
    ref.current?.querySelector<HTMLElement>('input')?.focus();
  }, []);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Escape closes a modal dialog by itself; the click is for the space around it
    <dialog
      ref={ref}
      aria-label={label}
      className={wide ? styles.wideDialog : styles.dialog}
      onClose={close}
      onClick={(e) => e.target === ref.current && ref.current?.close()}
    >
      {children}
    </dialog>
  );
}
