/**
 * References: a pasted bibliography on the left, each of its references read, matched and timed on the right.
 */
import { Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { part } from '../../browser/parts';
import { matchOf, type Standing, standingOf } from '../../core/discovery/standing';
import { isOpen } from '../../core/model/slipStates';
import { parseDay } from '../../core/model/time';
import { slipsByThing } from '../../core/requests/slip';
import '../../words/generated/file';
import { say } from '../../words/generated/references';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { KeptSaid, putLabel } from '../piles/Keep';
import { useKeeping, usePiles } from '../piles/usePiles';
import { ReferenceRow } from './ReferenceRow';
import styles from './references.module.css';
import { NeedBy, type Standed, StandingBar, toKeep, WithAll } from './Standings';
import { type BibliographyUnderWay, useBibliography } from './useBibliography';
import { useResolved } from './useResolved';
import { YourText } from './YourText';

const BulkSlips = part(() => import('./BulkSlips'));
/** Standings of what has to be asked for. */
const WANTING: readonly Standing[] = ['slip', 'ask', 'unlikely'];

/** Reads what the address brings along, once. */
function usePaste(read: BibliographyUnderWay['read']): void {
  const pasted = useRef(false);
  useEffect(() => {
    const paste = new URLSearchParams(window.location.search).get('paste');
    if (!paste || pasted.current) return;
    pasted.current = true;
    window.history.replaceState(null, '', '/references');
    void read({ text: paste });
  });
}

function WhatTheyAre({ work }: { work: BibliographyUnderWay }) {
  const { bib, rows, reading } = work;
  /** The filter belongs to the text that was read: another text is looked at as a whole. */
  const [filter, setFilter] = useState<{ readonly of: string; readonly only: Standing | null } | null>(null);
  const only = filter?.of === bib.read ? filter.only : null;
  const [bulk, setBulk] = useState(false);
  const needBy = parseDay(bib.needBy) === null ? '' : bib.needBy;
  const { found, failure, retry } = useResolved(rows, needBy);
  const { slips } = useHere();
  const slipsOf = useMemo(() => slipsByThing(slips), [slips]);
  const piles = usePiles();
  const keeping = useKeeping();
  const all: readonly Standed[] = rows.map((row) => {
    const match = matchOf(found(row), row.chosen);
    const slip = slipsOf({ record: match?.id ?? '', csl: match?.csl ?? row.ref.csl }).find((s) =>
      isOpen(s.state),
    );
    return { row, match, slip, standing: standingOf(row.ref.csl, found(row), match, slip !== undefined) };
  });
  const wanting = all.filter((r) => WANTING.includes(r.standing));
  const busy = reading !== null || all.some((r) => r.standing === 'open');
  // What nobody has any more would show nothing: all are shown then.
  const shown = all.some((r) => r.standing === only) ? all.filter((r) => r.standing === only) : all;
  return (
    <section className={styles.right} aria-label={say('references.whatTheyAre')} aria-busy={busy}>
      {rows.length > 0 && (
        <header className={styles.head}>
          <NeedBy work={work} all={all} needBy={needBy} />
          <StandingBar all={all} only={only} choose={(next) => setFilter({ of: bib.read, only: next })} />
          <WithAll work={work} all={all} missing={wanting.length} open={bulk} toggle={() => setBulk(!bulk)} />
        </header>
      )}
      {failure && (
        <p role="alert" className={kit.failure}>
          {failure}{' '}
          <button type="button" className={kit.link} onClick={retry}>
            {say('references.tryAgain')}
          </button>
        </p>
      )}
      <KeptSaid keeping={keeping} className={styles.hint} />
      {bulk && (
        <Suspense fallback={<p className={styles.hint}>{say('references.writingTheSlips')}</p>}>
          <BulkSlips
            things={wanting.map(({ row, match }) => ({ id: row.id, csl: row.ref.csl, match }))}
            needBy={needBy}
            close={() => setBulk(false)}
          />
        </Suspense>
      )}
      <ol className={styles.rows}>
        {shown.map(({ row, match, slip }) => (
          <ReferenceRow
            key={row.id}
            row={row}
            found={found(row)}
            needBy={needBy}
            change={work.change}
            remove={() => work.remove(row)}
            slip={slip}
            kept={piles.namesOf({ record: match?.id ?? '', csl: match?.csl ?? row.ref.csl })}
            keep={{
              label: putLabel(piles.last),
              put: () => void keeping.put([toKeep(row, match)], piles.last),
            }}
          />
        ))}
      </ol>
      {rows.length === 0 && !reading && (
        <div className={styles.empty}>
          <h2>{say('references.whatComesOut')}</h2>
          <p>{say('references.eachReferenceIsReadItsParts')}</p>
          <p>{say('references.aSyllabusAFootnoteTheEnd')}</p>
        </div>
      )}
    </section>
  );
}

function Halves({ work }: { work: BibliographyUnderWay }) {
  const { info } = useHere();
  usePaste(work.read);
  return (
    <div className={styles.columns}>
      <YourText work={work} example={info.words.examples.bibliography ?? ''} />
      <WhatTheyAre work={work} />
    </div>
  );
}
function References() {
  const work = useBibliography(useHere().reader.id);
  return work && <Halves work={work} />;
}

export default function ReferencesView() {
  return (
    <AskingApp>
      <References />
    </AskingApp>
  );
}
