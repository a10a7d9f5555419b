/** Meetings on the same weekdays week after week, several of them at once; closing days are left out. */
import { type FormEvent, useId, useState } from 'react';
import { newMeeting } from '../../browser/courses';
import { closingOn } from '../../core/access/calendar';
import type { Meeting } from '../../core/courses/course';
import { weeklyDays } from '../../core/courses/weekly';
import {
  addDays,
  dayNumber,
  dayOf,
  isoDay,
  type Minutes,
  parseDay,
  parseLocal,
  weekdayOf,
} from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/courses';
import { spokenLocale } from '../../words/say';
import { useHere } from '../kit/app';
import { DateField } from '../kit/DateField';
import kit from '../kit/kit.module.css';
import styles from './courses.module.css';

/** Monday first; the first Monday of the calendar is its day 4. */
const WEEK = [1, 2, 3, 4, 5, 6, 0] as const;
const MONDAY = 4;
const SHORT = new Intl.DateTimeFormat(spokenLocale(), { weekday: 'short', timeZone: 'UTC' });
const nameOf = (weekday: number): string =>
  SHORT.format(new Date((MONDAY + ((weekday + 6) % 7)) * 86_400_000));
const TIME = /^([01]\d|2[0-3]):[0-5]\d$/;

export function Weekly({
  room,
  taken,
  add,
}: {
  /** So many meetings the course still takes. */
  room: number;
  /** ISO days on which it meets already. */
  taken: readonly string[];
  add: (meetings: readonly Meeting[]) => void;
}) {
  const { info, moment } = useHere();
  const id = useId();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const term = info.policy.terms.find((t) => t.to >= moment.at.slice(0, 10));
  const [from, setFrom] = useState(term && term.from > isoDay(today) ? term.from : isoDay(today));
  const [to, setTo] = useState(term?.to ?? isoDay(addDays(today, 7 * 13)));
  const [weekdays, setWeekdays] = useState<readonly number[]>([weekdayOf(today)]);
  const [time, setTime] = useState('');
  const days = weeklyDays(
    parseDay(from) ?? dayNumber(1),
    parseDay(to) ?? dayNumber(0),
    weekdays,
    (day) => closingOn(info.policy.holidays, day) !== undefined || taken.includes(isoDay(day)),
    room,
  );
  const badTime = time !== '' && !TIME.test(time);
  const [first, last] = [days[0], days.at(-1)];
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!days.length || badTime) return;
    add(days.map((day) => ({ ...newMeeting(isoDay(day)), ...(time ? { time } : {}) })));
  };
  return (
    <form className={styles.weekly} onSubmit={submit}>
      <DateField label={say('courses.weekly.from')} value={from} change={setFrom} />
      <DateField label={say('courses.weekly.to')} value={to} change={setTo} />
      <fieldset>
        <legend>{say('courses.weekly.days')}</legend>
        {WEEK.map((weekday) => (
          <label key={weekday} className={kit.check}>
            <input
              type="checkbox"
              checked={weekdays.includes(weekday)}
              onChange={() =>
                setWeekdays((now) =>
                  now.includes(weekday) ? now.filter((w) => w !== weekday) : [...now, weekday],
                )
              }
            />
            <span>{nameOf(weekday)}</span>
          </label>
        ))}
      </fieldset>
      <label htmlFor={id}>
        <span>{say('courses.weekly.time')}</span>
        <input
          id={id}
          className={kit.box}
          value={time}
          placeholder="14:15"
          maxLength={5}
          aria-invalid={badTime}
          onChange={(e) => setTime(e.target.value)}
        />
      </label>
      <p role="status">
        {badTime
          ? say('courses.weekly.badTime')
          : first === undefined || last === undefined
            ? say('courses.weekly.none')
            : say('courses.weekly.would', {
                n: days.length,
                first: dayText(first, today),
                last: dayText(last, today),
              })}
      </p>
      <button type="submit" className={kit.main} disabled={!days.length || badTime}>
        {say('courses.weekly.add')}
      </button>
    </form>
  );
}
