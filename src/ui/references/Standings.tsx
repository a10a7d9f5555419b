/**
 * Above the references: how many there are, by when they are needed, where they stand, what to do with all.
 */
import type { ToKeep } from '../../browser/piles';
import type { KeptReference } from '../../browser/rows';
import { STANDINGS, type Standing } from '../../core/discovery/standing';
import type { Slip } from '../../core/model/slip';
import { keyOf } from '../../core/piles/pile';
import type { ResolvedMatch } from '../../words/answers';
import { say } from '../../words/generated/references';
import { standingLabel } from '../../words/labels';
import { Cite } from '../cite/Cite';
import { DateField } from '../kit/DateField';
import kit from '../kit/kit.module.css';
import { IntoAnother, KeptSaid, putLabel } from '../piles/Keep';
import { useKeeping, usePiles } from '../piles/usePiles';
import { Export } from './Export';
import styles from './references.module.css';
import type { BibliographyUnderWay } from './useBibliography';

/** A reference with what was found for it. */
export interface Standed {
  readonly row: KeptReference;
  readonly match: ResolvedMatch | null;
  readonly standing: Standing;
  /** The slip for it that is under way, or has brought it. */
  readonly slip: Slip | undefined;
}
/** A record where one was found, else what the reference says. */
export const toKeep = (row: KeptReference, match: ResolvedMatch | null): ToKeep =>
  match ? { record: match.id, csl: match.csl, kind: match.kind } : { record: '', csl: row.ref.csl };
interface Props {
  readonly work: BibliographyUnderWay;
  readonly all: readonly Standed[];
}

export function NeedBy({ work, all, needBy }: Props & { needBy: string }) {
  const { bib } = work;
  const late = all.filter((r) => r.match?.wait.verdict === 'too-late').length;
  return (
    <div className={styles.headRow}>
      <h2>{say('references.soMany', { n: all.length })}</h2>
      <div className={styles.need}>
        <DateField
          label={say('references.needBy')}
          value={bib.needBy}
          change={(next) => work.set({ ...bib, needBy: next })}
        />
      </div>
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

/** Puts all that was read into a pile: records where they were found, else what the reference says. */
function PutAway({ all }: Pick<Props, 'all'>) {
  const piles = usePiles();
  const keeping = useKeeping();
  const things = all.map(({ row, match }) => toKeep(row, match));
  return (
    <>
      <button type="button" className={kit.link} onClick={() => void keeping.put(things, piles.last)}>
        {putLabel(piles.last)}
      </button>
      <IntoAnother
        things={things}
        piles={piles}
        keeping={keeping}
        title={say('references.soMany', { n: things.length })}
      />
      <KeptSaid keeping={keeping} />
    </>
  );
}

/** What can be done with all of them: slips for what is missing, setting aside, a file. */
export function WithAll(
  props: Props & { readonly missing: number; readonly open: boolean; readonly toggle: () => void },
) {
  const { all, missing, open, toggle } = props;
  return (
    <div className={styles.bulk}>
      {missing > 0 && (
        <button type="button" className={kit.plum} onClick={toggle} aria-expanded={open}>
          {missing === 1
            ? say('references.aSlipForTheOneMissing')
            : say('references.slipsForTheMissing', { wanting: missing })}
        </button>
      )}
      {all.length > 0 && <PutAway all={all} />}
      {all.length > 0 && (
        <Cite
          things={() => [
            ...new Map(
              all.map(({ row, match }) => {
                const csl = match?.csl ?? row.ref.csl;
                const key = keyOf(match?.id ?? '', csl);
                return [key, { key, csl }];
              }),
            ).values(),
          ]}
        />
      )}
      <Export items={all.map(({ row, match }) => ({ said: row.ref.csl, record: match?.csl ?? null }))} />
    </div>
  );
}
