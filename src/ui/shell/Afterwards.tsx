/** What a page does once it is quiet: it counts notices, keeps what is needed without a network, says when it is gone. */
import { useEffect } from 'react';
import { begin, keepRecords } from '../../browser/offline/page';
import { theStore } from '../../browser/store';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import NoticeCount from '../notices/NoticeCount';
import { Strip } from '../offline/Strip';

/** Records that are in piles, those put there last first. */
async function recordsInPiles(reader: string): Promise<readonly string[]> {
  const items = await theStore().pileItems.where('reader').equals(reader).toArray();
  const latest = items.filter((i) => i.record).sort((a, b) => (a.added < b.added ? 1 : -1));
  return [...new Set(latest.map((i) => i.record))];
}

export default function Afterwards() {
  const { reader } = useHere();
  const records = useKept(() => recordsInPiles(reader.id), [reader.id], null);
  useEffect(() => {
    void begin().then(() => records && keepRecords(records));
  }, [records]);
  return (
    <>
      <NoticeCount />
      <Strip />
    </>
  );
}
