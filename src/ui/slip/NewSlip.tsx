/** Starts a slip for what the address asks for, and goes to its own address. */

import { useEffect, useRef, useState } from 'react';
import { getJournals, getRecord, getWays, isOffline } from '../../browser/client';
import { correctionOf } from '../../browser/corrections';
import { keepDraft, newSlipId } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { corrected } from '../../core/citing/fill';
import type { Moment } from '../../core/discovery/answers';
import type { Reader } from '../../core/model/reader';
import { recordId } from '../../core/model/record';
import type { Slip } from '../../core/model/slip';
import { recordKey } from '../../core/piles/ids';
import {
  beginSlip,
  draftFor,
  readWish,
  type Subject,
  type Wished,
  waysDecide,
  wishedFrom,
} from '../../core/requests/begin';
import { say } from '../../words/generated/slip';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import { AskingApp } from '../kit/queries';

/** A record as the library has it; without a network as it was put into a pile. */
async function recordOf(id: string, reader: Reader): Promise<Wished> {
  try {
    return (await getRecord(id)).record;
  } catch (error) {
    if (!isOffline(error)) throw error;
    const kept = await theStore().pileItems.where('reader').equals(reader.id).toArray();
    const item = kept.find((i) => i.record === id);
    if (!item?.kind) throw error;
    return { id: recordId(id), csl: { id, ...item.csl }, kind: item.kind };
  }
}
async function lookUp(subject: Subject, reader: Reader): Promise<Wished> {
  if (subject.by === 'record') {
    const record = await recordOf(subject.id, reader);
    // What the reader said of it goes along.
    const said = await correctionOf(theStore(), reader.id, recordKey(record.id));
    return wishedFrom(subject, { record: { ...record, csl: corrected(record.csl, said) } });
  }
  if (subject.by !== 'journal') return wishedFrom(subject);
  const [found] = (await getJournals(subject.issn, reader.campus)).journals;
  return wishedFrom(subject, { journal: found && { title: found.title, issn: found.issn.slice(0, 9) } });
}

/** The address of the slip that was begun, or taken up again. */
export async function begin(
  search: string,
  reader: Reader,
  moment: Moment,
  slips: readonly Slip[],
): Promise<string> {
  const wish = readWish(new URLSearchParams(search));
  const { subject } = wish;
  const wished = await lookUp(subject, reader);
  const draft = draftFor(wish, wished, slips);
  if (draft) return `/requests/${draft.id}`;
  const asked = subject.by === 'openurl' ? subject.csl : wished.id;
  // Without a network the way is chosen when there is one.
  const ways = waysDecide(wish, wished)
    ? await getWays(asked, moment, wish.needBy).then(
        (w) => w.ways,
        (error: unknown) => {
          if (isOffline(error)) return [];
          throw error;
        },
      )
    : [];
  const slip = beginSlip(wish, wished, ways, { reader, id: newSlipId(), now: moment.at });
  await keepDraft(theStore(), slip);
  return `/requests/${slip.id}`;
}

function Start() {
  const { reader, moment, slips } = useHere();
  const [error, setError] = useState<unknown>(null);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    begin(window.location.search, reader, moment, slips).then((to) => window.location.replace(to), setError);
  }, [reader, moment, slips]);
  return error ? (
    <Failure error={error} again={() => window.location.reload()} />
  ) : (
    <p style={{ padding: '24px' }}>{say('slip.writingTheSlip')}</p>
  );
}

export default function NewSlip() {
  return (
    <AskingApp>
      <Start />
    </AskingApp>
  );
}
