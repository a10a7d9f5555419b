/** Places: where each library is, when it is open day by day and why not, what is on its levels, who may come. */
import { addWorkingDays, closedBy, hoursIn, hoursOn, termOn } from '../../core/access/calendar';
import type { Campus, Elsewhere, Level, Week } from '../../core/model/library';
import {
  addDays,
  clockOf,
  clockText,
  type DayNumber,
  dayOf,
  type Minutes,
  parseDay,
  parseLocal,
} from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/places';
import { sayJoined, sayList } from '../../words/say';
import { App, useHere } from '../kit/app';
import { type Fact, FactList } from '../kit/FactList';
import kit from '../kit/kit.module.css';
import { signInHref } from '../kit/signIn';
import { useMustSignIn } from '../kit/useMustSignIn';
import styles from './places.module.css';

const DAYS = 14;

function Hours({ campus, today, now }: { campus: Campus; today: DayNumber; now: number }) {
  const { info } = useHere();
  const days = Array.from({ length: DAYS }, (_, i) => addDays(today, i));
  return (
    <table className={styles.hours}>
      <caption>{say('places.hours')}</caption>
      <tbody>
        {days.map((day) => {
          const hours = hoursOn(campus, info.policy, day);
          const closed = closedBy(campus, info.policy, day);
          return (
            <tr key={day} data-today={day === today || undefined}>
              <th scope="row">{day === today ? say('places.today', { day: dayText(day) }) : dayText(day)}</th>
              <td>
                {hours
                  ? `${clockText(hours.open)}–${clockText(hours.close)}`
                  : closed
                    ? say('places.closedFor', { name: closed.name })
                    : say('places.closed')}
                {day === today && hours && (
                  <>
                    {' · '}
                    <b>
                      {now < hours.open
                        ? say('places.opensAt', { clock: clockText(hours.open) })
                        : now < hours.close
                          ? say('places.openNow')
                          : say('places.closedNow')}
                    </b>
                  </>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
function Place({ campus }: { campus: Campus }) {
  const { info, moment, reader } = useHere();
  const at = parseLocal(moment.at) as Minutes;
  const today = dayOf(at);
  const term = termOn(info.policy, today);
  const closings = [...info.policy.holidays, ...(campus.closings ?? [])]
    .filter((c) => c.to >= moment.at.slice(0, 10))
    .sort((a, b) => (a.from < b.from ? -1 : 1));
  const facts: readonly Fact[] = [
    [say('places.address'), campus.address],
    [say('places.directions'), campus.directions],
    [say('places.pickup'), campus.pickup],
    [say('places.seats'), campus.seats === undefined ? undefined : String(campus.seats)],
    [say('places.access'), campus.access],
    [
      say('places.holds'),
      campus.fetchesHolds ? say('places.staffFetch') : say('places.youFetch', { name: campus.name }),
    ],
    [
      say('places.from'),
      sayJoined(
        Object.entries(campus.travel).map(([id, n]) =>
          say('places.minutesFrom', { n, name: info.campuses.find((c) => c.id === id)?.name ?? id }),
        ),
      ),
    ],
  ];
  return (
    <section className={styles.place} id={campus.id} aria-labelledby={`${campus.id}-name`}>
      <header>
        <h2 id={`${campus.id}-name`}>{campus.name}</h2>
        <p>
          {campus.about}
          {campus.id === reader.campus && ` · ${say('places.yours')}`}
        </p>
      </header>
      <div className={styles.columns}>
        <Hours campus={campus} today={today} now={clockOf(at)} />
        <div>
          <FactList facts={facts} className={styles.facts} />
          {campus.levels && (
            <>
              <h3>{say('places.levels')}</h3>
              <FactList facts={campus.levels.map((l) => [l.name, levelText(l)])} className={styles.facts} />
            </>
          )}
          <p>
            <a href={`/shelf?${new URLSearchParams({ callno: 'A', campus: campus.id })}`}>
              {say('places.walk', { name: campus.name })}
            </a>
          </p>
        </div>
        <div>
          <h3>{say('places.exceptions')}</h3>
          <p className={styles.quiet}>
            {term
              ? say('places.inTerm', { name: term.name })
              : campus.vacationHours
                ? say('places.vacation')
                : say('places.outOfTerm')}
          </p>
          {closings.length > 0 && (
            <ul className={styles.closings}>
              {closings.slice(0, 8).map((c) => (
                <li key={`${c.from}${c.name}`}>
                  <span>{dayRange(c.from, c.to, today)}</span> {c.name}
                </li>
              ))}
            </ul>
          )}
        </div>
      </div>
    </section>
  );
}
/** What is there, and which call numbers. */
const levelText = ({ about, shelves = [] }: Level): string =>
  shelves.length
    ? say('places.shelves', {
        about,
        shelves: sayList(shelves.map(({ from, to }) => (from === to ? from : `${from}–${to}`))),
      })
    : about;
const dayRange = (from: string, to: string, today: DayNumber): string => {
  const [a, b] = [parseDay(from), parseDay(to)];
  if (a === null || b === null) return [from, to].join(' – ');
  return a === b
    ? dayText(a, today)
    : say('places.range', { from: dayText(a, today), to: dayText(b, today) });
};

/** Libraries and archives elsewhere: the way, the hours, what to bring, and what has to be arranged before. */
function Away({ place }: { place: Elsewhere }) {
  const { info, moment, reader } = useHere();
  const mustSignIn = useMustSignIn();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const minutes = place.travel[reader.campus];
  const home = info.campuses.find((c) => c.id === reader.campus)?.name ?? '';
  const { appointment } = place;
  const earliest = appointment && addWorkingDays(info.policy, today, appointment.days);
  const letter =
    appointment &&
    `mailto:${encodeURIComponent(appointment.email)}?subject=${encodeURIComponent(say('places.mailSubject', { name: place.name }))}&body=${encodeURIComponent(
      [
        say('places.mailLead', { name: reader.name || 'none', library: info.name }),
        '',
        ...appointment.asks.map((a) => `${a}\r\n`),
      ].join('\r\n'),
    )}`;
  return (
    <section className={styles.place} id={place.id} aria-labelledby={`${place.id}-name`}>
      <header>
        <h3 id={`${place.id}-name`}>{place.name}</h3>
        <p>
          {place.address}
          {minutes !== undefined && ` · ${say('places.awayFrom', { n: minutes, name: home })}`}
        </p>
      </header>
      <div className={styles.columns}>
        <WeekHours week={place.hours} today={today} />
        <div>
          <h4>{say('places.bring')}</h4>
          <ul className={styles.sentences}>
            {place.bring.map((b) => (
              <li key={b}>{b}</li>
            ))}
          </ul>
          <h4>{say('places.conditions')}</h4>
          <ul className={styles.sentences}>
            {place.conditions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
          {place.directions && <p className={styles.quiet}>{place.directions}</p>}
        </div>
        <div>
          {appointment && earliest !== undefined && (
            <>
              <h4>{say('places.arrange', { days: appointment.days })}</h4>
              <ul className={styles.sentences}>
                {appointment.asks.map((a) => (
                  <li key={a}>{a}</li>
                ))}
              </ul>
              <p>
                <a href={letter}>{say('places.writeTo', { email: appointment.email })}</a>
              </p>
              <p className={styles.quiet}>{say('places.earliest', { day: dayText(earliest, today) })}</p>
            </>
          )}
          {place.passDays !== undefined && (
            <p>
              {mustSignIn ? (
                <a href={signInHref(`/places#${place.id}`)}>{say('places.signInForPass')}</a>
              ) : (
                <a
                  className={kit.main}
                  href={`/api/pass?${new URLSearchParams({ place: place.id, ...(info.movable ? { at: moment.at } : {}) })}`}
                  target="_blank"
                  rel="noopener"
                >
                  {say('places.pass')}
                  <span className="sr">: {place.name}</span>
                </a>
              )}
              <span className={styles.passNote}>{say('places.passNote', { days: place.passDays })}</span>
            </p>
          )}
        </div>
      </div>
    </section>
  );
}
/** The hours of a week, from today on. */
function WeekHours({ week, today }: { week: Week; today: DayNumber }) {
  return (
    <table className={styles.hours}>
      <caption className="sr">{say('places.hours')}</caption>
      <tbody>
        {Array.from({ length: 7 }, (_, i) => addDays(today, i)).map((day) => {
          const hours = hoursIn(week, day);
          return (
            <tr key={day} data-today={day === today || undefined}>
              <th scope="row">{dayText(day)}</th>
              <td>{hours ? `${clockText(hours.open)}–${clockText(hours.close)}` : say('places.closed')}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Places() {
  const { info } = useHere();
  return (
    <div className={styles.view}>
      <h1 className={kit.head}>{say('places.title')}</h1>
      {info.campuses.map((c) => (
        <Place key={c.id} campus={c} />
      ))}
      {info.elsewhere.length > 0 && (
        <>
          <h2 className={styles.awayHead} id="elsewhere">
            {say('places.elsewhere')}
          </h2>
          <p className={styles.quiet}>{say('places.elsewhereLead')}</p>
          {info.elsewhere.map((e) => (
            <Away key={e.id} place={e} />
          ))}
        </>
      )}
    </div>
  );
}
export default function PlacesView() {
  return (
    <App>
      <Places />
    </App>
  );
}
