/** The demo's clock, moved forward by steps, or to the next arrival that is promised. */
import { moveClock } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { isUnderWay } from '../../core/model/slipStates';
import { addDays, dayOf, isoLocal, type Minutes, parseLocal, startOf } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/commands';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './shell.module.css';

const WORKING_MORNING = 9 * 60 + 10;
/** Days on which something is promised for an open slip: where "to the next event" goes. */
function nextEvent(now: Minutes, dates: readonly (string | undefined)[]): Minutes | null {
  const later = dates
    .flatMap((d) => (d ? [parseLocal(d)] : []))
    .filter((t): t is Minutes => t !== null && t > now);
  return later.length ? (Math.min(...later) as Minutes) : null;
}

export default function ClockMenu({ close }: { close: () => void }) {
  const { moment, info, slips } = useHere();
  const now = parseLocal(moment.at) as Minutes;
  const move = (to: Minutes) => void moveClock(theStore(), isoLocal(to), info.now);
  const event = nextEvent(
    now,
    slips.filter((s) => isUnderWay(s.state)).map((s) => s.promised?.likely),
  );
  const steps: readonly (readonly [string, Minutes])[] = [
    [say('commands.inTwoHours'), (now + 120) as Minutes],
    [say('commands.nextDay910'), startOf(addDays(dayOf(now), 1), WORKING_MORNING)],
    [say('commands.inAWeek910'), startOf(addDays(dayOf(now), 7), WORKING_MORNING)],
  ];
  return (
    <div className={styles.menu}>
      <p className={kit.legend}>{say('commands.theDemosClock')}</p>
      <p className={styles.hint}>{say('commands.moveItForwardToWatchSlips')}</p>
      {event !== null && (
        <button
          type="button"
          className={styles.choice}
          onClick={() => {
            move(event);
            close();
          }}
        >
          {say('commands.toTheNextPromisedArrival', { dayOf: dayText(dayOf(event)) })}
        </button>
      )}
      {steps.map(([label, to]) => (
        <button
          key={label}
          type="button"
          className={styles.choice}
          onClick={() => {
            move(to);
            close();
          }}
        >
          {label}
        </button>
      ))}
    </div>
  );
}
