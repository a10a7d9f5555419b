/** Fills a slip from the index when a number is known: a DOI, an ISBN, or a journal's ISSN. */

import { useState } from 'react';
import { getJournals, getRecord, getSearch } from '../../browser/client';
import { readIsbn, readIssn } from '../../core/model/identifiers';
import type { Slip } from '../../core/model/slip';
import { NEW_SEARCH } from '../../core/query/request';
import { itemOf } from '../../core/requests/slip';
import { say } from '../../words/generated/slip';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './slip.module.css';

export function LookUp({ slip, set }: { slip: Slip; set: (slip: Slip) => void }) {
  const { moment, reader } = useHere();
  const [said, setSaid] = useState('');
  const { doi, isbn, issn } = slip.item;
  const known = doi.trim() ? `doi:${doi.trim()}` : readIsbn(isbn) ? `isbn:${readIsbn(isbn)}` : '';
  const number = readIssn(issn);
  if (!known && !number) return null;
  const look = async () => {
    setSaid(say('slip.looking'));
    try {
      if (known) {
        const { hits } = await getSearch({ ...NEW_SEARCH, q: known, reach: 'index' }, moment, {
          offset: 0,
          limit: 1,
        });
        const [hit] = hits;
        if (hit) {
          const { record } = await getRecord(hit.id);
          const kept = {
            ...itemOf(record),
            pages: slip.item.pages || itemOf(record).pages,
            chapter: slip.item.chapter,
          };
          set({
            ...slip,
            record: record.id,
            item:
              slip.wanted === 'chapter' && record.kind === 'book'
                ? { ...kept, pages: slip.item.pages }
                : kept,
          });
          setSaid(say('slip.foundAndFilledInFromThe'));
          return;
        }
      }
      if (number) {
        const [journal] = (await getJournals(number, reader.campus)).journals;
        if (journal) {
          set({ ...slip, item: { ...slip.item, container: journal.title } });
          setSaid(say('slip.itIsTheIssnOf', { title: journal.title, span: journal.span }));
          return;
        }
      }
      setSaid(say('slip.nothingInTheIndexHasThis'));
    } catch (error) {
      setSaid(error instanceof Error ? error.message : say('slip.itCouldNotBeLookedUp'));
    }
  };
  return (
    <p className={styles.wide}>
      <button type="button" className={kit.link} onClick={() => void look()}>
        {say('slip.fillInFrom', {
          part: known ? (doi.trim() ? say('slip.theDoi') : say('slip.theIsbn')) : say('slip.theIssn'),
        })}
      </button>{' '}
      <small role="status">{said}</small>
    </p>
  );
}
