/**
 * A day, typed as people write it or picked from a calendar that shows when the library is closed. What can't
 * be read stays where it is, with what is wrong; an empty field is no day.
 */
import { type KeyboardEvent, Suspense, useEffect, useId, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { part } from '../../browser/parts';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/kit';
import { useHere } from './app';
import styles from './date.module.css';
import { Popover } from './Popover';

const reading = () => import('./readDay');
type Reading = Awaited<ReturnType<typeof reading>>;
/** Fetched ahead of time: what did not come is fetched when it is needed. */
const notYet = (): void => undefined;
const Calendar = part(() => import('./Calendar'));

export interface DateFieldProps {
  readonly id?: string;
  readonly label: string;
  /** ISO day, or empty for none. What is neither stands as it is, and is said. */
  readonly value: string;
  readonly change: (iso: string) => void;
  /** What is wrong with it beyond its form. */
  readonly fault?: string | undefined;
  /** ISO day by which it is very likely there, where one is known. */
  readonly promised?: string | null | undefined;
}
export function DateField({ id: given, label, value, change, fault, promised }: DateFieldProps) {
  const made = useId();
  const id = given ?? made;
  const { moment } = useHere();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const written = (iso: string): string => {
    const day = parseDay(iso);
    return day === null ? iso : dayText(day, today);
  };
  const [text, setText] = useState(() => written(value));
  const [typing, setTyping] = useState(false);
  const reader = useRef<Reading | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows the value, not what is typed
  useEffect(() => {
    if (!typing) setText(written(value));
  }, [value, typing]);
  const settle = ({ readDay }: Reading) => {
    setTyping(false);
    const iso = readDay(text, today);
    if (iso === null) {
      if (text !== value) change(text);
      return;
    }
    if (iso !== value) change(iso);
    setText(written(iso));
  };
  const ready = () =>
    void reading().then((r) => {
      reader.current = r;
    }, notYet);
  /** What reads comes with the focus; a form that is sent before waits for it. */
  const entered = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key !== 'Enter') return;
    if (reader.current) return settle(reader.current);
    event.preventDefault();
    const { form } = event.currentTarget;
    void reading().then((r) => {
      flushSync(() => settle(r));
      form?.requestSubmit();
    });
  };
  const unread = !typing && value !== '' && parseDay(value) === null;
  const wrong = unread ? say('kit.noSuchDay', { text: value }) : fault;
  return (
    <div className={styles.field}>
      <label htmlFor={id}>{label}</label>
      <div className={styles.row} data-wrong={wrong ? '' : undefined}>
        <input
          id={id}
          autoComplete="off"
          spellCheck={false}
          placeholder={say('kit.anyDay')}
          value={text}
          aria-invalid={wrong !== undefined}
          aria-describedby={wrong ? `${id}-fault` : undefined}
          onChange={(e) => {
            setTyping(true);
            setText(e.target.value);
            // A day in full needs no Enter.
            if (parseDay(e.target.value) !== null || e.target.value === '') change(e.target.value);
          }}
          onFocus={ready}
          onBlur={() => void reading().then(settle, notYet)}
          onKeyDown={entered}
        />
        <Popover className={styles.open} label="▾" describe={say('kit.calendarFor')}>
          {(close) => (
            <Suspense fallback={<div className={styles.coming} />}>
              <Calendar
                value={parseDay(value) === null ? null : value}
                promised={promised ?? null}
                pick={(iso) => {
                  change(iso);
                  setText(written(iso));
                  close();
                }}
              />
            </Suspense>
          )}
        </Popover>
      </div>
      {wrong && (
        <small id={`${id}-fault`} className={styles.fault} role="alert">
          {wrong}
        </small>
      )}
    </div>
  );
}
