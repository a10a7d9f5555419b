/** What can be done with several lines of a pile together; everything here is undone in one step. */
import type { ReactNode } from 'react';
import { carry, change, takeOut } from '../../browser/piles';
import { theStore } from '../../browser/store';
import { type Pile, type PileItem, READING_STATES } from '../../core/piles/pile';
import { say } from '../../words/generated/piles';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import styles from './piles.module.css';
import type { Acts } from './useActs';
import type { Choosing } from './useChoosing';
import type { PileLine } from './usePileLines';
import { pileName } from './usePiles';

function Into({
  label,
  legend,
  piles,
  pick,
}: {
  label: string;
  legend: string;
  piles: readonly Pile[];
  pick: (pile: Pile) => Promise<void>;
}) {
  return (
    <Popover className={kit.link} label={label} describe={legend}>
      {(close) => (
        <div className={styles.choices}>
          <p className={kit.legend}>{legend}</p>
          {piles.map((p) => (
            <button key={p.id} type="button" className={kit.link} onClick={() => void pick(p).then(close)}>
              {pileName(p)}
            </button>
          ))}
        </div>
      )}
    </Popover>
  );
}

export function ChosenItems({
  lines,
  pile,
  piles,
  choosing,
  acts,
  children,
}: {
  /** The lines shown, in order. */
  lines: readonly PileLine[];
  pile: Pile;
  piles: readonly Pile[];
  choosing: Choosing;
  acts: Acts;
  /** What else can be done with them. */
  children?: ReactNode;
}) {
  const { moment } = useHere();
  const now = moment.at;
  const items = lines.map((l) => l.item).filter((i) => choosing.chosen.has(i.id));
  const n = items.length;
  const others = piles.filter((p) => p.id !== pile.id);
  const all = (change_: (item: PileItem) => PileItem) => change(theStore(), { items: items.map(change_) });
  return (
    <div className={styles.chosen}>
      <b role="status">{say('piles.chosen', { n })}</b>
      <button type="button" className={kit.link} onClick={() => choosing.set(lines.map((l) => l.item.id))}>
        {say('piles.chooseAll', { n: lines.length })}
      </button>
      <button type="button" className={kit.link} onClick={choosing.clear}>
        {say('piles.chooseNone')}
      </button>
      {others.length > 0 && (
        <>
          <Into
            label={say('piles.move')}
            legend={say('piles.moveTo')}
            piles={others}
            pick={(to) =>
              acts
                .act(
                  say('piles.moved', { n, pile: pileName(to) }),
                  carry(theStore(), items, to, { move: true, now }),
                )
                .then(choosing.clear)
            }
          />
          <Into
            label={say('piles.copy')}
            legend={say('piles.copyTo')}
            piles={others}
            pick={(to) =>
              acts
                .act(
                  say('piles.copied', { n, pile: pileName(to) }),
                  carry(theStore(), items, to, { move: false, now }),
                )
                .then(choosing.clear)
            }
          />
        </>
      )}
      <Popover className={kit.link} label={say('piles.markAs')} describe={say('piles.markAs')}>
        {(close) => (
          <div className={styles.choices}>
            {READING_STATES.map((state) => (
              <button
                key={state}
                type="button"
                className={kit.link}
                onClick={() =>
                  void acts
                    .act(
                      say('piles.marked', { n, state: say(`piles.state.${state}`) }),
                      all((i) => ({ ...i, state })),
                    )
                    .then(close)
                }
              >
                {say(`piles.state.${state}`)}
              </button>
            ))}
          </div>
        )}
      </Popover>
      {children}
      <button
        type="button"
        className={kit.link}
        onClick={() =>
          void acts
            .act(
              say('piles.takenOut', { n, title: items[0]?.csl.title ?? '' }),
              takeOut(theStore(), items, now),
            )
            .then(choosing.clear)
        }
      >
        {say('piles.takeOut')}
      </button>
    </div>
  );
}
