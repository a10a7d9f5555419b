/** The slip's first part: what is asked for, as the index knows it or as it is written by hand. */

import type { Kind } from '../../core/model/kinds';
import type { SlipItem } from '../../core/model/slip';
import { isCopy } from '../../core/requests/slip';
import { say } from '../../words/generated/slip';
import { kindLabel } from '../../words/labels';
import { sayJoined } from '../../words/say';
import type { NumberSort } from '../kit/NumberDrawing';
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
    more: { wide?: boolean; mono?: boolean; hint?: string; number?: NumberSort } = {},
  ) => (
    <Field
      id={`f-item-${name}`}
      label={label}
      value={slip.item[name] ?? ''}
      change={setItem(name)}
      fault={fault(`item.${name}`)}
      {...more}
    />
  );
  return (
    <fieldset className={styles.section}>
      <legend>{say('slip.what')}</legend>
      <div className={styles.grid}>
        {free && (
          <div className={styles.field}>
            <label htmlFor="f-item-kind">{say('slip.itIs')}</label>
            <select
              id="f-item-kind"
              value={slip.item.kind}
              onChange={(e) => changeKind(e.target.value as Kind)}
            >
              {BY_HAND.map((k) => (
                <option key={k} value={k}>
                  {kindLabel(k)}
                </option>
              ))}
            </select>
          </div>
        )}
        {text('title', part ? say('slip.titleOfThePart') : say('slip.title'), { wide: true })}
        {(part || slip.item.container) &&
          text('container', slip.item.kind === 'chapter' ? say('slip.inTheBook') : say('slip.in2'), {
            wide: true,
          })}
        {text('author', say('slip.by'), { wide: part })}
        {!part && text('publisher', say('slip.publisher'))}
        {text('year', say('slip.year'), { mono: true, hint: doubt })}
        {part && slip.item.kind !== 'chapter' && text('volume', say('slip.volume'), { mono: true })}
        {part && slip.item.kind !== 'chapter' && text('issue', say('slip.issue'), { mono: true })}
        {!part && text('edition', say('slip.edition'))}
        {slip.wanted === 'chapter' &&
          slip.item.kind !== 'chapter' &&
          text('chapter', say('slip.chapterWanted'), {
            wide: true,
            hint: record?.contents
              ? say('slip.itHas', { contents: sayJoined(record.contents, '; ') })
              : say('slip.itsTitleOrNumber'),
          })}
        {free &&
          slip.wanted === 'chapter' &&
          slip.item.kind !== 'chapter' &&
          text('totalPages', say('slip.pagesOfTheBook'), { mono: true, hint: say('slip.ifYouKnow') })}
        {isCopy(slip) &&
          text(
            'pages',
            slip.item.totalPages
              ? say('slip.pagesOf', { totalPages: slip.item.totalPages })
              : say('slip.pages'),
            {
              mono: true,
            },
          )}
        {!part || slip.item.kind === 'chapter'
          ? text('isbn', slip.item.isbn && !free ? say('slip.isbnFoundForYou') : 'ISBN', {
              mono: true,
              number: 'isbn',
              hint: slip.item.isbn ? undefined : say('slip.onTheBackOfTheTitle'),
            })
          : text('issn', slip.item.issn && !free ? say('slip.issnFoundForYou') : 'ISSN', {
              mono: true,
              number: 'issn',
              hint: slip.item.issn ? undefined : say('slip.eightDigitsOnTheCoverOr'),
            })}
        {(free || slip.item.doi) &&
          text('doi', 'DOI', {
            mono: true,
            number: 'doi',
            hint: free ? say('slip.beginsWith10') : undefined,
          })}
        {slip.item.pmid && text('pmid', 'PMID', { mono: true })}
        {free && <LookUp slip={slip} set={set} />}
      </div>
    </fieldset>
  );
}
