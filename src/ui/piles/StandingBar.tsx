/** A pile's standing in one bar: how much of it is in hand, can be read, must be asked for, comes too late. */

import { type PileStanding, standingCounts } from '../../core/piles/standing';
import { say } from '../../words/generated/piles';
import { sayJoined } from '../../words/say';
import styles from './piles.module.css';
import type { PileLine } from './usePileLines';

export const standingName = (s: PileStanding, n = 1): string => say(`piles.standing.${s}`, { n });

/** Without words, for the line of piles; its name says all. */
export function ShortBar({ lines }: { lines: readonly PileLine[] }) {
  const counts = standingCounts(lines.map((l) => l.standing));
  return (
    <span
      className={styles.shortBar}
      role="img"
      aria-label={sayJoined(counts.map(({ standing, n }) => `${n} ${standingName(standing, n)}`))}
    >
      {counts.map(({ standing, n }) => (
        <span key={standing} data-standing={standing} style={{ flexGrow: n }} />
      ))}
    </span>
  );
}

export function StandingBar({
  lines,
  only,
  choose,
}: {
  lines: readonly PileLine[];
  only: PileStanding | null;
  choose: (only: PileStanding | null) => void;
}) {
  const counts = standingCounts(lines.map((l) => l.standing));
  if (!counts.length) return null;
  return (
    <fieldset className={styles.bar}>
      <legend className="sr">{say('piles.whereItStands')}</legend>
      {counts.map(({ standing, n }) => (
        <button
          key={standing}
          type="button"
          data-standing={standing}
          aria-pressed={only === standing}
          data-off={(only !== null && only !== standing) || undefined}
          style={{ flexGrow: n }}
          onClick={() => choose(only === standing ? null : standing)}
          aria-label={say('piles.onlyThese', { n, standing: standingName(standing, n) })}
        >
          <i aria-hidden="true" />
          <b>{n}</b> <span>{standingName(standing, n)}</span>
        </button>
      ))}
    </fieldset>
  );
}
