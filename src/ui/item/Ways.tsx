/** Ways to read: a vertical line in time, the best on top with its one main button. */

import { useQuery } from '@tanstack/react-query';
import { getWays } from '../../browser/client';
import { askQuestion, brokenWays, dropQuestion } from '../../browser/questions';
import { theStore } from '../../browser/store';
import { recordHref } from '../../core/model/address';
import type { Kind } from '../../core/model/kinds';
import type { Week } from '../../core/model/library';
import type { ReferenceItem } from '../../core/model/record';
import { type DayNumber, isoDay } from '../../core/model/time';
import { recordKey } from '../../core/piles/ids';
import type { Alternative, Way } from '../../words/answers';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/item';
import { sayJoined } from '../../words/say';
import { pair } from '../../words/within';
import { withoutBroken } from '../../words/withoutBroken';
import { useHere } from '../kit/app';
import { DeskSilent } from '../kit/DeskSilent';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { signInHref } from '../kit/signIn';
import { useKept } from '../kit/useKept';
import { useMoney } from '../kit/useMoney';
import { useMustSignIn } from '../kit/useMustSignIn';
import { KeptFile } from '../offline/Papers';
import { Keep } from '../piles/Keep';
import styles from './item.module.css';
import { LinkReport } from './LinkReport';
import { slipHref, VERDICT_TEXT } from './links';

const DAYS = [
  say('item.sunday'),
  say('item.monday'),
  say('item.tuesday'),
  say('item.wednesday'),
  say('item.thursday'),
  say('item.friday'),
  say('item.saturday'),
];

const hours = (week: Week, d: number): string =>
  week[d] ? `${week[d]?.[0]}–${week[d]?.[1]}` : say('item.closed');

function Hours({ campus }: { campus: string }) {
  const { info } = useHere();
  const place = info.campuses.find((c) => c.id === campus);
  if (!place) return null;
  return (
    <Popover
      className={kit.link}
      label={say('item.hours')}
      describe={say('item.hoursOf', { name: place.name })}
    >
      <p className={kit.legend}>{place.name}</p>
      <table className={styles.hours}>
        {place.vacationHours && (
          <thead>
            <tr>
              <td />
              <th scope="col">{say('item.inTerm')}</th>
              <th scope="col">{say('item.inVacation')}</th>
            </tr>
          </thead>
        )}
        <tbody>
          {[1, 2, 3, 4, 5, 6, 0].map((d) => (
            <tr key={d}>
              <th scope="row">{DAYS[d]}</th>
              <td>{hours(place.hours, d)}</td>
              {place.vacationHours && <td>{hours(place.vacationHours, d)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {place.access && <p className={styles.hint}>{place.access}</p>}
      <p className={styles.hint}>
        {[...(place.closings ?? []), ...info.policy.holidays]
          .slice(0, 4)
          .map((h) => pair(h.name, h.from === h.to ? h.from : say('item.to', { from: h.from, to: h.to })))
          .join('; ')}
      </p>
    </Popover>
  );
}

/** What stands on the shelf here goes to another campus, to be collected there. */
function Elsewhere({ campus, record, needBy }: { campus: string; record: string; needBy: DayNumber | null }) {
  const { info } = useHere();
  const others = info.campuses.filter((c) => c.id !== campus);
  if (!others.length) return null;
  return (
    <Popover className={kit.link} label={say('item.sendItToAnotherCampus')}>
      <ul className={styles.elsewhere}>
        {others.map((c) => (
          <li key={c.id}>
            <a href={slipHref(record, { do: 'slip', route: 'transfer', from: campus }, needBy, c.id)}>
              {c.name}
            </a>
            <small>{c.about}</small>
          </li>
        ))}
      </ul>
    </Popover>
  );
}

function Action({
  way,
  record,
  needBy,
  main,
  aside,
}: {
  way: Way;
  record: string;
  needBy: DayNumber | null;
  main: boolean;
  /** The way by which staff put it aside, for one that stands on a shelf. */
  aside: Way | undefined;
}) {
  const { action } = way;
  const style = main ? kit.main : kit.link;
  if (action.do === 'open') {
    return (
      <a className={style} href={action.href} target="_blank" rel="noopener" data-read>
        {say('item.read')}
      </a>
    );
  }
  if (action.do === 'slip') {
    return (
      <a className={style} href={slipHref(record, action, needBy)}>
        {say('item.makeSlip')}
      </a>
    );
  }
  if (action.do !== 'go') return null;
  return (
    <>
      {main && aside?.action.do === 'slip' && (
        <a className={kit.main} href={slipHref(record, aside.action, needBy)}>
          {say('item.putItAsideForMe')}
        </a>
      )}
      {way.class !== 'on-site' && <Elsewhere campus={action.campus} record={record} needBy={needBy} />}
      <Hours campus={action.campus} />
    </>
  );
}

/** Behind the counts: who would be asked in which order, and every owner left out with its reason. */
function Lenders({ lenders }: { lenders: NonNullable<Way['lenders']> }) {
  const { asked, excluded } = lenders;
  if (!asked.length && !excluded.length) return null;
  const reasons = [...new Set(excluded.map((e) => e.why))];
  return (
    <details className={styles.lenders}>
      <summary>{say('item.whoIsAskedAndWhoIs')}</summary>
      <ol>
        {asked.map((a) => (
          <li key={a.name}>{say('item.working', { name: a.name, share: { share: a.p }, days: a.days })}</li>
        ))}
      </ol>
      {reasons.map((why) => {
        const names = excluded.filter((e) => e.why === why).map((e) => e.name);
        return <p key={why}>{pair(`${names.length} ${why}`, sayJoined(names))}.</p>;
      })}
    </details>
  );
}

function Alternatives({
  list,
  record,
  needBy,
  late,
}: {
  list: readonly Alternative[];
  record: string;
  needBy: DayNumber | null;
  late: boolean;
}) {
  return (
    <div className={styles.alternatives}>
      <p className={styles.wayTitle}>{late ? say('item.ifThatIsTooLate') : say('item.whatElseWouldDo')}</p>
      <ul>
        {list.map((a) => (
          <li key={`${a.sort}${a.record ?? a.title}`}>
            <b>{a.label}</b>
            <span>
              {a.record ? (
                <a href={`${recordHref(a.record)}${needBy === null ? '' : `?need=${isoDay(needBy)}`}`}>
                  {a.title}
                </a>
              ) : a.slip ? (
                <a
                  href={`${slipHref(record, { do: 'slip', route: a.slip.route, from: a.slip.from }, needBy)}&wanted=${a.slip.wanted}`}
                >
                  {a.title}
                </a>
              ) : a.go ? (
                <a href={`/places#${a.go}`}>{a.title}</a>
              ) : (
                a.title
              )}
              {a.verdict && (
                <span className={a.verdict === 'in-time' ? styles.aside : kit.tag}>
                  {VERDICT_TEXT[a.verdict]}
                </span>
              )}
              <small>{a.why}</small>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

const NONE_BROKEN: ReadonlyMap<string, string> = new Map();
export function Ways({
  record,
  csl,
  kind,
  needBy,
  level,
}: {
  record: string;
  /** What is kept of it. */
  csl: ReferenceItem;
  kind: Kind;
  needBy: DayNumber | null;
  level: 2 | 3;
}) {
  const money = useMoney();
  const H = `h${level}` as const;
  const { moment, reader } = useHere();
  const mustSignIn = useMustSignIn();
  const need = needBy === null ? '' : isoDay(needBy);
  const broken = useKept(() => brokenWays(theStore(), reader.id, record), [reader.id, record], NONE_BROKEN);
  const query = useQuery({
    queryKey: ['ways', record, moment, need],
    queryFn: () => getWays(record, moment, need),
    placeholderData: (p) => p,
  });
  if (query.isError)
    return (
      <>
        <Failure error={query.error} again={() => void query.refetch()} />
        <div className={styles.keep}>
          <KeptFile of={{ key: recordKey(record), title: csl.title }} />
        </div>
      </>
    );
  const answer = query.data && withoutBroken(query.data, new Set(broken?.keys()));
  const best = answer?.best;
  const asideAt = (campus: string): Way | undefined =>
    answer?.ways.find(({ action: a }) => a.do === 'slip' && a.route === 'hold' && a.from === campus);
  const report = (way: Way) =>
    void askQuestion(theStore(), {
      reader: reader.id,
      kind: 'link',
      subject: csl.title,
      text: say('item.theLinkToDidNotWork', { place: way.place }),
      record,
      way: way.id,
      asked: moment.at,
    });
  return (
    <section aria-label={say('item.waysToRead')} aria-busy={query.isPending}>
      <header className={styles.sectionHead}>
        <H>{say('item.waysToRead')}</H>
        {needBy !== null && <p>{say('item.youNeedItBy', { needBy: dayText(needBy) })}</p>}
      </header>
      {query.isPending && <p className={styles.hint}>{say('item.workingOutTheWays')}</p>}
      {query.data?.silent && <DeskSilent since={query.data.since ?? null} today={moment.at} />}
      {answer && answer.ways.length === 0 && <p className={styles.hint}>{say('item.weKnowOfNoWayTo')}</p>}
      <ol className={styles.ways}>
        {answer?.ways.map((way) => (
          <li
            key={way.id}
            className={styles.way}
            data-wait={way.class}
            data-no={way.ready === null ? '' : undefined}
          >
            <p className={styles.when}>
              <b>{way.label}</b>
              {way.sub && <span>{way.sub}</span>}
            </p>
            <span className={styles.dot} aria-hidden="true" />
            <div className={styles.how}>
              <p className={styles.wayTitle}>
                {way.title}
                {way.verdict && (
                  <span className={way.verdict === 'in-time' ? styles.aside : kit.tag}>
                    {VERDICT_TEXT[way.verdict]}
                  </span>
                )}
                {way.ready && !way.setsWait && way.class !== 'unlikely' && way.class !== 'on-site' && (
                  <span className={styles.aside}>{say('item.doesNotSetTheWait')}</span>
                )}
              </p>
              {way.place && !way.titled && <p className={styles.wayPlace}>{way.place}</p>}
              <p className={styles.reasons}>
                {way.reasons.join(' ')}
                {way.action.do === 'slip' &&
                  (way.price > 0
                    ? ` ${say('item.youPayIfItIsSupplied', { price: money(way.price) })}`
                    : ` ${say('item.noCharge')}`)}
              </p>
              {way.lenders && <Lenders lenders={way.lenders} />}
            </div>
            <p className={styles.act}>
              <Action
                way={way}
                record={record}
                needBy={needBy}
                main={way === best || way.id === best?.id}
                aside={way.action.do === 'go' ? asideAt(way.action.campus) : undefined}
              />
              {way.action.do === 'open' && (
                <LinkReport
                  place={way.place}
                  reported={broken?.has(way.id) ?? false}
                  report={() => report(way)}
                  takeBack={() => void dropQuestion(theStore(), broken?.get(way.id) ?? '')}
                />
              )}
            </p>
          </li>
        ))}
      </ol>
      {mustSignIn && answer?.ways.some((w) => w.action.do === 'slip') && (
        <p className={styles.hint}>
          {say('item.slipsAfterSigningIn')} <a href={signInHref()}>{say('item.signIn')}</a>
        </p>
      )}
      {answer?.alternatives && answer.alternatives.length > 0 && (
        <Alternatives
          list={answer.alternatives}
          record={record}
          needBy={needBy}
          late={answer.best !== null}
        />
      )}
      <div className={styles.keep}>
        <Keep thing={{ record, csl, kind }} />
        <KeptFile of={{ key: recordKey(record), title: csl.title }} />
        {!answer?.alternatives && (
          <a href={`/ask?record=${encodeURIComponent(record)}`}>{say('item.askALibrarianAboutThis')}</a>
        )}
      </div>
    </section>
  );
}
