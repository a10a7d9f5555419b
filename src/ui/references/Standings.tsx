/**
 * Above the references: how many there are, by when they are needed, where they stand, what to do with all.
 */
import { useState } from 'react';
import { setAside } from '../../browser/aside';
import type { KeptReference } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { STANDINGS, type Standing } from '../../core/discovery/standing';
import type { ResolvedMatch } from '../../words/answers';
import { say } from '../../words/generated/references';
import { standingLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Export } from './Export';
import styles from './references.module.css';
import type { BibliographyUnderWay } from './useBibliography';

/** A reference with what was found for it. */
export interface Standed {
  readonly row: KeptReference;
  readonly match: ResolvedMatch | null;
  readonly standing: Standing;
}
interface Props {
  readonly work: BibliographyUnderWay;
  readonly all: readonly Standed[];
}

export function NeedBy({ work, all, needBy }: Props & { needBy: string }) {
  const { moment } = useHere();
  const { bib } = work;
  const late = all.filter((r) => r.match?.wait.verdict === 'too-late').length;
  return (
    <div className={styles.headRow}>
      <h2>{say('references.soMany', { n: all.length })}</h2>
      <label className={styles.need}>
        {say('references.needBy')}
        <input
          type="date"
          min={moment.at.slice(0, 10)}
          value={bib.needBy}
          onChange={(e) => work.set({ ...bib, needBy: e.target.value })}
        />
      </label>
      {needBy && (
        <span className={late ? kit.tag : styles.hint}>
          {late ? say('references.tooLate', { late }) : say('references.allThatIsKnownComesIn')}
        </span>
      )}
    </div>
  );
}

/** How many stand where; each part is a filter. */
export function StandingBar(props: {
  readonly all: readonly Standed[];
  readonly only: Standing | null;
  readonly choose: (only: Standing | null) => void;
}) {
  const { all, only, choose } = props;
  return (
    <fieldset className={styles.bar}>
      <legend className="sr">{say('references.whereTheyStand')}</legend>
      {STANDINGS.map((s) => [s, all.filter((r) => r.standing === s).length] as const)
        .filter(([, n]) => n > 0)
        .map(([s, n]) => (
          <button
            key={s}
            type="button"
            className={styles.segment}
            data-standing={s}
            aria-pressed={only === s}
            data-off={(only !== null && only !== s) || undefined}
            style={{ flexGrow: n }}
            onClick={() => choose(only === s ? null : s)}
          >
            <b>{n}</b> <span>{standingLabel(s, n)}</span>
          </button>
        ))}
    </fieldset>
  );
}

/** Puts all that was found aside, and says how many were there already. */
function PutAside({ work, matched }: Pick<Props, 'work'> & { matched: readonly ResolvedMatch[] }) {
  const { reader, moment } = useHere();
  const [busy, setBusy] = useState(false);
  const put = async () => {
    setBusy(true);
    const n = await setAside(
      theStore(),
      reader.id,
      matched.map((m) => ({ record: m.id, title: m.csl.title, line: m.line })),
      moment.at,
    ).finally(() => setBusy(false));
    work.tell(
      n === matched.length
        ? say('references.setAside', { n })
        : say('references.setAsideTheOthersWereThere', { n }),
    );
  };
  return (
    <button type="button" className={kit.link} disabled={busy} onClick={() => void put()}>
      {say('references.setAsideFound', {
        part:
          matched.length === 1
            ? say('references.theOne')
            : say('references.the', { matched: matched.length }),
      })}
    </button>
  );
}

/** What can be done with all of them: slips for what is missing, setting aside, a file. */
export function WithAll(
  props: Props & { readonly missing: number; readonly open: boolean; readonly toggle: () => void },
) {
  const { work, all, missing, open, toggle } = props;
  const matched = all.flatMap((r) => r.match ?? []);
  return (
    <div className={styles.bulk}>
      {missing > 0 && (
        <button type="button" className={kit.plum} onClick={toggle} aria-expanded={open}>
          {missing === 1
            ? say('references.aSlipForTheOneMissing')
            : say('references.slipsForTheMissing', { wanting: missing })}
        </button>
      )}
      {matched.length > 0 && <PutAside work={work} matched={matched} />}
      <Export items={all.map(({ row, match }) => ({ said: row.ref.csl, record: match?.csl ?? null }))} />
    </div>
  );
}
