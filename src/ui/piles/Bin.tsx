/** What was taken out of piles, for thirty days, act by act, each with its way back. */
import { bringBackFrom } from '../../browser/piles';
import type { Binned } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/piles';
import kit from '../kit/kit.module.css';
import styles from './piles.module.css';
import sheetStyles from './sheet.module.css';
import type { Acts } from './useActs';

const nameOf = ({ pile, items }: Binned): string =>
  pile
    ? say('piles.wholePile', { name: pile.name, n: items.length })
    : say('piles.someThings', { title: items[0]?.csl.title ?? '', more: items.length - 1 });

export function Bin({ bin, acts }: { bin: readonly Binned[]; acts: Acts }) {
  return (
    <section className={sheetStyles.bin} aria-label={say('piles.inTheBin')}>
      <h1>{say('piles.inTheBin')}</h1>
      <p className={styles.hint}>{bin.length ? say('piles.thirtyDays') : say('piles.binEmpty')}</p>
      <ul>
        {bin.map((b) => (
          <li key={b.id}>
            <span>
              {nameOf(b)}
              <small>{say('piles.putIn', { day: dayText(dayOf((parseLocal(b.at) ?? 0) as Minutes)) })}</small>
            </span>
            <button
              type="button"
              className={kit.link}
              onClick={() => void acts.act(say('piles.broughtBack'), bringBackFrom(theStore(), b))}
            >
              {say('piles.bringBack')}
              <span className="sr">: {nameOf(b)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
