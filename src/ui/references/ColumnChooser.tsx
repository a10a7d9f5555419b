/** What the columns of a CSV file are, asked when their headings don't say which is the title. */

import { useState } from 'react';
import { CSV_COLUMNS, type CsvColumn, columnFor } from '../../core/formats/csvColumns';
import type { Columns } from '../../core/formats/read';
import { say } from '../../words/generated/references';
import kit from '../kit/kit.module.css';
import styles from './references.module.css';

export interface AskedColumns {
  readonly name: string;
  readonly file: Blob;
  readonly headings: readonly string[];
}

export function ColumnChooser({
  asked,
  take,
  close,
}: {
  asked: AskedColumns;
  take: (columns: Columns) => void;
  close: () => void;
}) {
  const [chosen, setChosen] = useState<Columns>(() =>
    Object.fromEntries(asked.headings.map((h) => [h, columnFor(h) ?? ''])),
  );
  const ready = Object.values(chosen).includes('title');
  return (
    <fieldset className={styles.chooser}>
      <legend className={kit.legend}>{say('references.whatAreTheColumnsOf', { name: asked.name })}</legend>
      {asked.headings.map((h) => (
        <label key={h}>
          <span>{h}</span>
          <select
            value={chosen[h]}
            onChange={(e) => setChosen({ ...chosen, [h]: e.target.value as CsvColumn | '' })}
          >
            <option value="">{say('references.notUsed')}</option>
            {CSV_COLUMNS.map((c) => (
              <option key={c} value={c}>
                {c}
              </option>
            ))}
          </select>
        </label>
      ))}
      <div className={styles.give}>
        <button type="button" className={kit.main} disabled={!ready} onClick={() => take(chosen)}>
          {say('references.readIt')}
        </button>
        <button type="button" className={kit.link} onClick={close}>
          {say('references.leaveIt')}
        </button>
        {!ready && <span className={styles.quiet}>{say('references.oneColumnMustBeTheTitle')}</span>}
      </div>
    </fieldset>
  );
}
