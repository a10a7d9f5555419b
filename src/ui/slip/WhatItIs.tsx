/** The slip's first part: what is asked for, as the index knows it or as it is written by hand. */
import { KINDS, type Kind } from '../../core/model/kinds';
import type { SlipItem } from '../../core/model/slip';
import { isCopy } from '../../core/requests/slip';
import { Field } from './Field';
import { LookUp } from './LookUp';
import styles from './slip.module.css';
import type { SlipUnderWay } from './useSlip';

/** Kinds that a slip written by hand can be for. */
const BY_HAND: readonly Kind[] = [
  'book',
  'chapter',
  'research-article',
  'review-article',
  'conference-paper',
  'thesis',
  'report',
  'video',
  'sound-recording',
  'score',
  'map',
];

export function WhatItIs({ slip, set, setItem, record, doubt, fault, changeKind, family }: SlipUnderWay) {
  const free = slip.record === '';
  const part =
    family === 'article' || family === 'chapter' || (slip.item.kind !== 'book' && slip.item.container !== '');
  const text = (
    name: keyof SlipItem,
    label: string,
    more: { wide?: boolean; mono?: boolean; hint?: string } = {},
  ) => (
    <Field
      id={`f-item-${name}`}
      label={label}
      value={slip.item[name]}
      change={setItem(name)}
      fault={fault(`item.${name}`)}
      {...more}
    />
  );
  return (
    <fieldset className={styles.section}>
      <legend>What</legend>
      <div className={styles.grid}>
        {free && (
          <div className={styles.field}>
            <label htmlFor="f-item-kind">It is</label>
            <select
              id="f-item-kind"
              value={slip.item.kind}
              onChange={(e) => changeKind(e.target.value as Kind)}
            >
              {BY_HAND.map((k) => (
                <option key={k} value={k}>
                  {KINDS[k].label}
                </option>
              ))}
            </select>
          </div>
        )}
        {text('title', part ? 'Title of the part' : 'Title', { wide: true })}
        {(part || slip.item.container) &&
          text('container', slip.item.kind === 'chapter' ? 'In the book' : 'In', { wide: true })}
        {text('author', 'By', { wide: part })}
        {!part && text('publisher', 'Publisher')}
        {text('year', 'Year', { mono: true, hint: doubt })}
        {part && slip.item.kind !== 'chapter' && text('volume', 'Volume', { mono: true })}
        {part && slip.item.kind !== 'chapter' && text('issue', 'Issue', { mono: true })}
        {!part && text('edition', 'Edition')}
        {slip.wanted === 'chapter' &&
          slip.item.kind !== 'chapter' &&
          text('chapter', 'Chapter wanted', {
            wide: true,
            hint: record?.contents ? `It has: ${record.contents.join('; ')}` : 'its title or number',
          })}
        {free &&
          slip.wanted === 'chapter' &&
          slip.item.kind !== 'chapter' &&
          text('totalPages', 'Pages of the book', { mono: true, hint: 'if you know' })}
        {isCopy(slip) &&
          text('pages', slip.item.totalPages ? `Pages (of ${slip.item.totalPages})` : 'Pages', {
            mono: true,
          })}
        {!part || slip.item.kind === 'chapter'
          ? text('isbn', slip.item.isbn && !free ? 'ISBN, found for you' : 'ISBN', {
              mono: true,
              hint: slip.item.isbn ? undefined : 'on the back of the title page; not needed',
            })
          : text('issn', slip.item.issn && !free ? 'ISSN, found for you' : 'ISSN', {
              mono: true,
              hint: slip.item.issn ? undefined : 'eight digits, on the cover or in the imprint; not needed',
            })}
        {(free || slip.item.doi) &&
          text('doi', 'DOI', { mono: true, hint: free ? 'begins with 10.' : undefined })}
        {free && <LookUp slip={slip} set={set} />}
      </div>
    </fieldset>
  );
}
