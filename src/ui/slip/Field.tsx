import { useEffect, useRef } from 'react';
import type { NumberSort } from '../kit/NumberDrawing';
import { WhereIsIt } from '../kit/WhereIsIt';
import styles from './slip.module.css';

interface Props {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly change: (value: string) => void;
  readonly fault?: string | undefined;
  readonly hint?: string | undefined;
  readonly type?: 'text' | 'email';
  readonly inputMode?: 'decimal';
  readonly wide?: boolean;
  readonly mono?: boolean;
  /** A number that stands on the thing itself: where is drawn. */
  readonly number?: NumberSort | undefined;
}

/**
 * A labelled field on a line. Long texts wrap instead of being cut: a text field is a growing one-line
 * textarea.
 */
export function Field({
  id,
  label,
  value,
  change,
  fault,
  hint,
  type = 'text',
  inputMode,
  wide,
  mono,
  number,
}: Props) {
  const area = useRef<HTMLTextAreaElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the height follows the text
  useEffect(() => {
    const el = area.current;
    if (!el) return;
    el.style.height = 'auto';
    el.style.height = `${el.scrollHeight}px`;
  }, [value]);
  const described = fault ? `${id}-fault` : hint ? `${id}-hint` : undefined;
  const common = { id, value, 'aria-invalid': fault !== undefined, 'aria-describedby': described };
  return (
    <div className={`${styles.field} ${wide ? styles.wide : ''} ${mono ? styles.mono : ''}`}>
      <label htmlFor={id}>{label}</label>
      {type === 'text' && !mono ? (
        <textarea
          ref={area}
          rows={1}
          {...common}
          onChange={(e) => change(e.target.value.replace(/\n/g, ' '))}
        />
      ) : (
        <input
          type={type}
          inputMode={inputMode}
          autoComplete="off"
          {...common}
          onChange={(e) => change(e.target.value)}
        />
      )}
      {fault ? (
        <small id={`${id}-fault`} className={styles.fault}>
          {fault}
        </small>
      ) : (
        hint && <small id={`${id}-hint`}>{hint}</small>
      )}
      {number && !value && (
        <small>
          <WhereIsIt what={number} label={label} />
        </small>
      )}
    </div>
  );
}
