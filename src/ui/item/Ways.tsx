/** Ways to read: a vertical line in time, the best on top with its one main button. */
import { useQuery } from '@tanstack/react-query';
import { useLiveQuery } from 'dexie-react-hooks';
import { isAside, setAside } from '../../browser/aside';
import { getWays } from '../../browser/client';
import { askQuestion, brokenWays } from '../../browser/questions';
import { theStore } from '../../browser/store';
import { withoutBroken } from '../../core/access/broken';
import type { Way } from '../../core/access/ways';
import { money } from '../../core/requests/price';
import { type DayNumber, dayText, isoDay } from '../../core/time';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import styles from './item.module.css';
import { readHref, slipHref, VERDICT_TEXT } from './links';

const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];

function Hours({ campus, main }: { campus: string; main: boolean }) {
  const { info } = useHere();
  const place = info.campuses.find((c) => c.id === campus);
  if (!place) return null;
  return (
    <Popover className={main ? kit.main : kit.link} label="Hours" describe={`Hours of ${place.name}`}>
      <p className={kit.legend}>{place.name}</p>
      <table className={styles.hours}>
        <tbody>
          {[1, 2, 3, 4, 5, 6, 0].map((d) => (
            <tr key={d}>
              <th scope="row">{DAYS[d]}</th>
              <td>{place.hours[d] ? `${place.hours[d]?.[0]}–${place.hours[d]?.[1]}` : 'closed'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={styles.hint}>
        {info.holidays
          .slice(0, 3)
          .map((h) => `${h.name}: ${h.from === h.to ? h.from : `${h.from} to ${h.to}`}`)
          .join('; ')}
      </p>
    </Popover>
  );
}

function Action({ way, record, needBy, main }: { way: Way; record: string; needBy: DayNumber | null; main: boolean }) {
  const { action } = way;
  const style = main ? kit.main : kit.link;
  if (action.do === 'open') {
    return (
      <a className={style} href={readHref(action)} target="_blank" rel="noopener" data-read>
        Read
      </a>
    );
  }
  if (action.do === 'slip') {
    return (
      <a className={style} href={slipHref(record, action, needBy)}>
        Make slip
      </a>
    );
  }
  return action.do === 'go' ? <Hours campus={action.campus} main={main} /> : null;
}

export function Ways({ record, title, needBy, level }: { record: string; title: string; needBy: DayNumber | null; level: 2 | 3 }) {
  const H = `h${level}` as const;
  const { moment, reader } = useHere();
  const need = needBy === null ? '' : isoDay(needBy);
  const broken = useLiveQuery(() => brokenWays(theStore(), reader.id, record), [reader.id, record]);
  const aside = useLiveQuery(() => isAside(theStore(), reader.id, record), [reader.id, record]);
  const query = useQuery({
    queryKey: ['ways', record, moment, need],
    queryFn: () => getWays(record, moment, need),
    placeholderData: (p) => p,
  });
  if (query.isError) return <Failure error={query.error} again={() => void query.refetch()} />;
  const answer = query.data && withoutBroken(query.data, broken ?? new Set());
  const best = answer?.best;
  const report = (way: Way) =>
    void askQuestion(theStore(), {
      reader: reader.id,
      kind: 'link',
      subject: title,
      text: `The link to ${way.place} did not work.`,
      record,
      way: way.id,
      asked: moment.at,
    });
  return (
    <section aria-label="Ways to read" aria-busy={query.isPending}>
      <header className={styles.sectionHead}>
        <H>Ways to read</H>
        {needBy !== null && <p>you need it by {dayText(needBy)}</p>}
      </header>
      {query.isPending && <p className={styles.hint}>Working out the ways…</p>}
      {answer && answer.ways.length === 0 && (
        <p className={styles.hint}>
          We know of no way to get this: nobody whose holdings we see owns it. Another edition may do, or ask the library to buy it.
        </p>
      )}
      <ol className={styles.ways}>
        {answer?.ways.map((way) => (
          <li key={way.id} className={styles.way} data-wait={way.class} data-no={way.label === 'No' ? '' : undefined}>
            <p className={styles.when}>
              <b>{way.label}</b>
              {way.sub && <span>{way.sub}</span>}
            </p>
            <span className={styles.dot} aria-hidden="true" />
            <div className={styles.how}>
              <p className={styles.wayTitle}>
                {way.title}
                {way.verdict && way.verdict !== 'in-time' && <span className={kit.tag}>{VERDICT_TEXT[way.verdict]}</span>}
                {way.ready && !way.setsWait && <span className={styles.aside}>does not set the wait</span>}
              </p>
              {way.place && !way.title.includes(way.place) && <p className={styles.wayPlace}>{way.place}</p>}
              <p className={styles.reasons}>
                {way.reasons.join(' ')}
                {way.action.do === 'slip' && (way.price > 0 ? ` You pay ${money(way.price)}, if it is supplied.` : ' No charge.')}
              </p>
            </div>
            <p className={styles.act}>
              <Action way={way} record={record} needBy={needBy} main={way === best || way.id === best?.id} />
              {way.action.do === 'open' && !broken?.has(way.id) && (
                <button type="button" className={styles.report} onClick={() => report(way)}>
                  This link did not work<span className="sr">: {way.place}</span>
                </button>
              )}
            </p>
          </li>
        ))}
      </ol>
      {broken && broken.size > 0 && (
        <p className={styles.hint} role="status">
          Reported to the <a href="/ask">ask desk</a>; the next way stands first.
        </p>
      )}
      <p className={styles.hint}>
        <a href={`/ask?record=${encodeURIComponent(record)}`}>Ask a librarian about this</a>
        {' · '}
        {aside ? (
          <a href="/aside">It is set aside</a>
        ) : (
          <button
            type="button"
            className={kit.link}
            onClick={() => void setAside(theStore(), reader.id, [{ record, title, line: '' }], moment.at)}
          >
            Set aside
          </button>
        )}
      </p>
    </section>
  );
}
