/** A month to pick a day from: closing days are struck through, the promised one is ringed. */
import { DayPicker } from 'react-day-picker';
import { closedBy, hoursOn } from '../../core/access/calendar';
import { dayNumber, isoDay, parseDay } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/dates';
import { sayJoined, spokenLocale } from '../../words/say';
import { useHere } from './app';
import styles from './date.module.css';
import kit from './kit.module.css';

const pad = (n: number): string => String(n).padStart(2, '0');
const isoOf = (d: Date): string => `${d.getFullYear()}-${pad(d.getMonth() + 1)}-${pad(d.getDate())}`;
const dateOf = (iso: string): Date => {
  const [y = 0, m = 1, d = 1] = iso.split('-').map(Number);
  return new Date(y, m - 1, d);
};
const caption = new Intl.DateTimeFormat(spokenLocale(), { month: 'long', year: 'numeric' });
const weekday = new Intl.DateTimeFormat(spokenLocale(), { weekday: 'short' });

export default function Calendar({
  value,
  promised,
  pick,
}: {
  value: string | null;
  promised: string | null;
  pick: (iso: string) => void;
}) {
  const { moment, info, reader } = useHere();
  const today = moment.at.slice(0, 10);
  const campus = info.campuses.find((c) => c.id === reader.campus);
  const dayOf = (d: Date) => parseDay(isoOf(d)) ?? dayNumber(0);
  const isShut = (d: Date): boolean => campus !== undefined && !hoursOn(campus, info.policy, dayOf(d));
  const shutWhy = (d: Date): string => {
    const closing = campus && closedBy(campus, info.policy, dayOf(d));
    return closing ? say('dates.closedOn', { name: closing.name }) : say('dates.shut');
  };
  return (
    <div className={styles.calendar}>
      <DayPicker
        mode="single"
        weekStartsOn={1}
        selected={value ? dateOf(value) : undefined}
        defaultMonth={dateOf(value ?? promised ?? today)}
        today={dateOf(today)}
        startMonth={dateOf(today)}
        disabled={{ before: dateOf(today) }}
        onDayClick={(d) => pick(isoOf(d))}
        autoFocus
        modifiers={{
          shut: isShut,
          promised: promised ? [dateOf(isoDay(parseDay(promised) ?? dayNumber(0)))] : [],
        }}
        modifiersClassNames={{
          shut: styles.shut ?? '',
          promised: styles.promised ?? '',
          selected: styles.selected ?? '',
          today: styles.today ?? '',
          disabled: styles.past ?? '',
          outside: styles.outside ?? '',
        }}
        classNames={{
          root: styles.months ?? '',
          month_caption: styles.caption ?? '',
          nav: styles.nav ?? '',
          button_previous: styles.step ?? '',
          button_next: styles.step ?? '',
          chevron: styles.chevron ?? '',
          weekday: styles.weekday ?? '',
          day: styles.day ?? '',
          day_button: styles.dayButton ?? '',
        }}
        formatters={{
          formatCaption: (d) => caption.format(d),
          formatWeekdayName: (d) => weekday.format(d).slice(0, 2),
          formatDay: (d) => String(d.getDate()),
        }}
        labels={{
          labelNext: () => say('dates.nextMonth'),
          labelPrevious: () => say('dates.previousMonth'),
          labelGrid: (d) => caption.format(d),
          labelDayButton: (d, is) =>
            sayJoined([
              dayText(dayOf(d), parseDay(today) ?? undefined),
              ...(is.shut ? [shutWhy(d)] : []),
              ...(is.promised ? [say('dates.promisedDay')] : []),
            ]),
          labelWeekday: (d) => weekday.format(d),
          labelNav: () => '',
        }}
      />
      <p className={styles.key}>
        {campus && say('dates.closedDays', { name: campus.name })}
        {promised && <span>{say('dates.dottedDay')}</span>}
      </p>
      {value && (
        <button type="button" className={kit.link} onClick={() => pick('')}>
          {say('dates.noDay')}
        </button>
      )}
    </div>
  );
}
