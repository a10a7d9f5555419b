/**
 * The search by fields: rows of field, relation and words, and the limits that are only wanted here. It edits
 * the same search.
 */

import { useState } from 'react';
import {
  AUDIENCE_LIST,
  type Audience,
  CARRIER_LIST,
  type Carrier,
  LANGUAGE_LIST,
} from '../../core/model/kinds';
import { type FieldName, ROW_FIELDS } from '../../core/query/fields';
import { printPlain, readPlain } from '../../core/query/plain';
import { choiceOf, choose, type Group, type SearchRequest } from '../../core/query/request';
import {
  EMPTY_ROW,
  printRows,
  RELATIONS,
  type Relation,
  type Row,
  readRows,
  relationsFor,
} from '../../core/query/rows';
import { say } from '../../words/generated/results';
import { audienceLabel, carrierLabel, fieldLabel, languageLabel } from '../../words/labels';
import kit from '../kit/kit.module.css';
import styles from './box.module.css';
import shared from './shared.module.css';
import '../../words/generated/query';

const LEGENDS: Partial<Record<Group, string>> = {
  carrier: say('results.form'),
  audience: say('results.for'),
  language: say('results.in'),
};

interface Props {
  readonly q: string;
  readonly request: SearchRequest;
  readonly change: (r: SearchRequest) => void;
  readonly set: (q: string) => void;
}
/** Recordings apart: what is spoken and what is music are asked for differently. */
const RECORDINGS: readonly (readonly [label: string, keep: Partial<Record<Group, readonly string[]>>])[] = [
  [say('results.spokenAudiobooks'), { carrier: ['audiobook'] }],
  [say('results.musicAndOtherSound'), { kind: ['sound-recording'] }],
];

export default function ByFields({ q, request, change, set }: Props) {
  const [rows, setRows] = useState<readonly Row[]>(() => printRows(readPlain(q).tree));
  const put = (next: readonly Row[]) => {
    setRows(next);
    set(printPlain(readRows(next)));
  };
  const edit = (i: number, more: Partial<Row>) =>
    put(
      rows.map((r, k) => {
        if (k !== i) return r;
        const row = { ...r, ...more };
        return relationsFor(row.field).includes(row.relation)
          ? row
          : { ...row, relation: relationsFor(row.field)[0] as Relation };
      }),
    );
  const limit = (group: Group, values: readonly string[], label: (v: string) => string) => (
    <fieldset className={styles.limit}>
      <legend>{LEGENDS[group]}</legend>
      {values.map((v) => (
        <label key={v} className={kit.check}>
          <input
            type="checkbox"
            checked={choiceOf(request, group, v) === 'keep'}
            onChange={(e) => change(choose(request, group, v, e.target.checked ? 'keep' : null))}
          />
          {label(v)}
        </label>
      ))}
    </fieldset>
  );
  return (
    <div className={styles.byFields}>
      {rows.map((row, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
        <div key={i} className={styles.fieldRow}>
          {i === 0 ? (
            <span className={styles.join}>{say('results.findWhat')}</span>
          ) : (
            <select
              className={styles.join}
              aria-label={say('results.rowJoinedBy', { i: i + 1 })}
              value={row.join}
              onChange={(e) => edit(i, { join: e.target.value as Row['join'] })}
            >
              <option value="and">{say('results.and')}</option>
              <option value="or">{say('results.or')}</option>
              <option value="not">{say('results.butNot')}</option>
            </select>
          )}
          <select
            aria-label={say('results.rowField', { i: i + 1 })}
            value={row.field}
            onChange={(e) => edit(i, { field: e.target.value as Row['field'] })}
          >
            <option value="anywhere">{say('results.anywhere')}</option>
            {ROW_FIELDS.map((f: FieldName) => (
              <option key={f} value={f}>
                {fieldLabel(f)}
              </option>
            ))}
          </select>
          <select
            aria-label={say('results.rowRelation', { i: i + 1 })}
            value={row.relation}
            onChange={(e) => edit(i, { relation: e.target.value as Relation })}
          >
            {relationsFor(row.field).map((r) => (
              <option key={r} value={r}>
                {say(RELATIONS[r])}
              </option>
            ))}
          </select>
          <input
            id={i === 0 ? 'query' : undefined}
            aria-label={say('results.rowWords', { i: i + 1 })}
            value={row.text}
            onChange={(e) => edit(i, { text: e.target.value })}
            autoComplete="off"
          />
          <button
            type="button"
            className={kit.link}
            onClick={() => put(rows.length > 1 ? rows.filter((_, k) => k !== i) : [EMPTY_ROW])}
            aria-label={say('results.removeRow', { i: i + 1 })}
          >
            {say('results.remove')}
          </button>
        </div>
      ))}
      <p className={styles.fieldTools}>
        <button type="button" className={kit.link} onClick={() => setRows([...rows, EMPTY_ROW])}>
          {say('results.addARow')}
        </button>
        <span className={shared.hint}>
          {say('results.reads')} {printPlain(readRows(rows)) || say('results.nothingYet')}
        </span>
      </p>
      <div className={styles.limits}>
        {limit('carrier', CARRIER_LIST, (v) => carrierLabel(v as Carrier))}
        <fieldset className={styles.limit}>
          <legend>{say('results.recordings')}</legend>
          {RECORDINGS.map(([label, keep]) => {
            const [[group, [value]]] = Object.entries(keep) as [[Group, [string]]];
            return (
              <label key={label} className={kit.check}>
                <input
                  type="checkbox"
                  checked={choiceOf(request, group, value) === 'keep'}
                  onChange={(e) => change(choose(request, group, value, e.target.checked ? 'keep' : null))}
                />
                {label}
              </label>
            );
          })}
        </fieldset>
        {limit('audience', AUDIENCE_LIST, (v) => audienceLabel(v as Audience))}
        {limit('language', LANGUAGE_LIST, languageLabel)}
      </div>
    </div>
  );
}
