/** One entry, with holes where something is missing, each filled where it is. */

import { type FormEvent, memo, type ReactNode, useState } from 'react';
import { correct } from '../../browser/corrections';
import { theStore } from '../../browser/store';
import type { CitedEntry } from '../../core/citing/cited';
import { fieldOf, fieldText } from '../../core/citing/fill';
import type { Run } from '../../core/citing/runs';
import type { ReferenceItem } from '../../core/model/record';
import { isFromTheRight } from '../../core/text';
import { say } from '../../words/generated/cite';
import { sayJoined } from '../../words/say';
import { pair } from '../../words/within';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './cite.module.css';

export const variableName = (variable: string): string => say(`cite.variable.${variable}`);
const NAMES = ['author', 'editor'];
const DATES = ['issued', 'accessed'];
const hintOf = (variable: string): string =>
  NAMES.includes(variable) ? say('cite.namesHint') : DATES.includes(variable) ? say('cite.dateHint') : '';

function look(run: Run): React.CSSProperties {
  return {
    ...(run.italic ? { fontStyle: 'italic' } : {}),
    ...(run.bold ? { fontWeight: 700 } : {}),
    ...(run.smallCaps ? { fontVariant: 'small-caps' } : {}),
    ...(run.underline ? { textDecoration: 'underline' } : {}),
  };
}
/** Runs as they are read; holes by whoever shows them. */
export const Runs = ({ runs, hole }: { runs: readonly Run[]; hole?: (variable: string) => ReactNode }) => (
  <>
    {runs.map((run, i) => {
      if (run.gap !== undefined)
        // biome-ignore lint/suspicious/noArrayIndexKey: the runs of an entry never move
        return <span key={i}>{hole?.(run.gap)}</span>;
      const T = run.sup ? 'sup' : run.sub ? 'sub' : 'span';
      return (
        // biome-ignore lint/suspicious/noArrayIndexKey: the runs of an entry never move
        <T key={i} style={look(run)}>
          {run.text}
        </T>
      );
    })}
  </>
);

function Fill({
  variable,
  title,
  thing,
  first,
  done,
}: {
  variable: string;
  title: string;
  thing: string;
  first: string;
  done: () => void;
}) {
  const { reader } = useHere();
  const [text, setText] = useState(first);
  const value = fieldOf(variable, text);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (value === null) return;
    void correct(theStore(), { reader: reader.id, key: thing }, variable, value).then(done);
  };
  return (
    <form className={styles.fill} onSubmit={submit}>
      <label>
        <span>{say('cite.fillIn', { name: variableName(variable), title })}</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: it was just asked for
          autoFocus
          value={text}
          placeholder={hintOf(variable)}
          aria-invalid={value === null}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Escape') return;
            // The sheet stays.
            e.preventDefault();
            e.stopPropagation();
            done();
          }}
        />
      </label>
      <button type="submit" className={kit.main} disabled={value === null}>
        {say('cite.keepIt')}
      </button>
      {value === null && <small role="alert">{say('cite.noDate')}</small>}
    </form>
  );
}

/** The same entry is not drawn again when others come. */
export const Entry = memo(function Entry({
  entry,
  thing,
  title,
  correction,
  copy,
}: {
  entry: CitedEntry;
  /** What the corrections of the thing are kept under. */
  thing: string;
  title: string;
  correction: Partial<ReferenceItem> | undefined;
  copy: (runs: readonly Run[]) => void;
}) {
  const { reader } = useHere();
  const [filling, setFilling] = useState<string | null>(null);
  const why = new Map(entry.missing.map((m) => [m.variable, m.why]));
  const shown = new Set((entry.holes ?? []).flatMap((r) => r.gap ?? []));
  const hole = (variable: string) => (
    <button
      type="button"
      className={styles.hole}
      data-why={why.get(variable)}
      title={why.get(variable) === 'maybe' ? say('cite.maybe') : undefined}
      aria-label={say('cite.hole', { name: variableName(variable) })}
      onClick={() => setFilling(variable)}
    >
      {variableName(variable)}
    </button>
  );
  // What two stand-ins keep each other from showing is asked for beside the entry.
  const beside = entry.missing.filter((m) => !shown.has(m.variable));
  return (
    <li className={styles.entry}>
      {/* Names of gaps are the reader’s, and say nothing of how the entry is written. */}
      <p className={styles.set} dir={isFromTheRight(entry.runs.map((r) => r.text).join('')) ? 'rtl' : 'ltr'}>
        <Runs runs={entry.holes ?? entry.runs} hole={hole} />
        {beside.map(({ variable }) => (
          <span key={variable}> {hole(variable)}</span>
        ))}
      </p>
      {filling && (
        <Fill
          variable={filling}
          title={title}
          thing={thing}
          first={fieldText(filling, correction?.[filling as keyof ReferenceItem])}
          done={() => setFilling(null)}
        />
      )}
      <p className={styles.below}>
        <span className={styles.cited}>{entry.cited ? <Runs runs={entry.cited} /> : '…'}</span>
        {entry.again && (
          <span className={styles.cited}>
            {pair(say('cite.laterNote'), '')}
            <Runs runs={entry.again} />
          </span>
        )}
        <button
          type="button"
          className={kit.link}
          aria-label={say('cite.copyCited', { title })}
          disabled={!entry.cited}
          onClick={() => entry.cited && copy(entry.cited)}
        >
          {say('cite.copy')}
        </button>
        <button
          type="button"
          className={`${kit.link} ${styles.copyEntry}`}
          aria-label={say('cite.copyThisOne', { title })}
          onClick={() => copy(entry.runs)}
        >
          {say('cite.copyEntry')}
        </button>
      </p>
      {correction && (
        <p className={styles.yours}>
          {say('cite.said', { names: sayJoined(Object.keys(correction).map(variableName)) })}{' '}
          {Object.keys(correction).map((variable) => (
            <button
              key={variable}
              type="button"
              className={kit.link}
              onClick={() => void correct(theStore(), { reader: reader.id, key: thing }, variable, undefined)}
            >
              {say('cite.takeBack')}
              <span className="sr">: {variableName(variable)}</span>
            </button>
          ))}
        </p>
      )}
    </li>
  );
});
