/** A file that the reader has of a thing, kept here to be read without a network. */
import { useState } from 'react';
import {
  bytesText,
  dropPaper,
  keepPaper,
  MOST_BYTES,
  openPaper,
  type PaperShown,
  paperOf,
  putPaper,
} from '../../browser/offline/papers';
import type { Paper } from '../../browser/offline/rows';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import { say } from '../../words/generated/offline';
import { spokenLocale } from '../../words/say';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './offline.module.css';

export const sizeText = (bytes: number): string => bytesText(bytes, spokenLocale());
/** Long enough for the other tab to have taken it. */
const TAKEN = 60_000;

/** Opens it beside the page; one that no browser shows is handed over as a file. */
export async function showPaper(paper: PaperShown): Promise<void> {
  const file = await openPaper(theStore(), paper.id);
  if (!file) return;
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = url;
  if (paper.sort === 'application/pdf') {
    link.target = '_blank';
    link.rel = 'noopener';
  } else link.download = paper.name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), TAKEN);
}

/** Keeping a file of a thing, and what came of it. */
export function useKeeping(of: { readonly key: string; readonly title: string }) {
  const { reader, moment } = useHere();
  const [fault, setFault] = useState('');
  const keep = async (file: Blob, name: string): Promise<void> => {
    try {
      const why = await keepPaper(
        theStore(),
        { reader: reader.id, key: of.key, title: of.title, name, added: moment.at },
        file,
      );
      setFault(
        why === 'sort'
          ? say('offline.fileSort', { name })
          : why === 'size'
            ? say('offline.fileSize', { name, most: sizeText(MOST_BYTES) })
            : '',
      );
    } catch (error) {
      setFault(notKept(error));
    }
  };
  return { fault, setFault, keep };
}

/** Opening it, and taking it out; `gone` hears what can be brought back. */
export function PaperActs({ paper, gone }: { paper: PaperShown; gone: (was: Paper | null) => void }) {
  return (
    <>
      <button type="button" className={kit.link} onClick={() => void showPaper(paper)}>
        {say('offline.open')}
        <span className="sr">: {paper.title}</span>
      </button>
      <button
        type="button"
        className={kit.link}
        onClick={() => void dropPaper(theStore(), paper.id).then(gone)}
      >
        {say('offline.takeOut')}
        <span className="sr">: {paper.title}</span>
      </button>
    </>
  );
}

export function KeptFile({ of }: { of: { readonly key: string; readonly title: string } }) {
  const { reader } = useHere();
  const kept = useKept(() => paperOf(theStore(), reader.id, of.key), [reader.id, of.key], null);
  const { fault, setFault, keep } = useKeeping(of);
  const [gone, setGone] = useState<Paper | null>(null);
  if (kept === undefined) return null;
  return (
    <div className={styles.paper}>
      {kept ? (
        <>
          <span>{say('offline.yourFile', { size: sizeText(kept.size) })}</span>
          <PaperActs paper={kept} gone={setGone} />
        </>
      ) : (
        <>
          <label className={styles.choose}>
            {say('offline.keepFile')}
            <input
              type="file"
              accept=".pdf,.epub,application/pdf,application/epub+zip"
              onChange={(e) => {
                const file = e.target.files?.[0];
                setGone(null);
                if (file) void keep(file, file.name);
                e.target.value = '';
              }}
            />
          </label>
          <small>{say('offline.keepFileWhy')}</small>
        </>
      )}
      <Undo
        said={gone && say('offline.takenOut', { title: gone.title })}
        back={gone ? () => void putPaper(theStore(), gone).then(() => setGone(null)) : null}
      />
      {fault && (
        <p role="alert" className={styles.fault}>
          {fault}{' '}
          <button type="button" className={kit.link} onClick={() => setFault('')}>
            {say('offline.iHaveRead')}
          </button>
        </p>
      )}
    </div>
  );
}

/** Where a thing stands in a line: opens the file that is kept of it; nothing where none is. */
export function OpenPaper({ of }: { of: { readonly key: string; readonly title: string } }) {
  const { reader } = useHere();
  const kept = useKept(() => paperOf(theStore(), reader.id, of.key), [reader.id, of.key], null);
  if (!kept) return null;
  return (
    <button type="button" className={kit.link} onClick={() => void showPaper(kept)}>
      {say('offline.openYours')}
      <span className="sr">: {of.title}</span>
    </button>
  );
}

/** A file that the library delivered, at an address of its own: fetched and kept. */
export function KeepDelivered({
  of,
  href,
}: {
  of: { readonly key: string; readonly title: string };
  href: string;
}) {
  const { reader } = useHere();
  const kept = useKept(() => paperOf(theStore(), reader.id, of.key), [reader.id, of.key], null);
  const { fault, setFault, keep } = useKeeping(of);
  const [busy, setBusy] = useState(false);
  const fetchIt = async () => {
    setBusy(true);
    try {
      const answer = await fetch(href);
      if (!answer.ok) setFault(say('offline.fileAway', { why: String(answer.status) }));
      else await keep(await answer.blob(), `${of.title.slice(0, 80)}.pdf`);
    } catch (error) {
      setFault(say('offline.fileAway', { why: notKept(error) }));
    } finally {
      setBusy(false);
    }
  };
  if (kept === undefined) return null;
  if (kept) return <KeptFile of={of} />;
  return (
    <span className={styles.paper}>
      <button type="button" className={kit.link} disabled={busy} onClick={() => void fetchIt()}>
        {say('offline.keepThisFile')}
      </button>
      {fault && (
        <span role="alert" className={styles.fault}>
          {fault}
        </span>
      )}
    </span>
  );
}
