/** Notices: all that was said to the reader, in one list; what is new since the last look is marked. */
import { useEffect, useState } from 'react';
import { sawNotices } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { recordHref } from '../../core/model/address';
import { clockOf, clockText, dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import type { Notice } from '../../core/notices/notices';
import { slipTitle } from '../../core/requests/slip';
import { own } from '../../core/table';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/notices';
import { messageText, speakerLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { newHref } from '../searches/useNews';
import styles from './notices.module.css';
import { useNotices } from './useNotices';

const SEEN_AFTER = 1500;

function said(notice: Notice): { readonly href: string; readonly title: string; readonly text: string } {
  switch (notice.sort) {
    case 'slip':
      return {
        href: `/requests/${notice.slip.id}`,
        title: slipTitle(notice.slip),
        text: [messageText(notice.message), speakerLabel(notice.message)].filter(Boolean).join(' · '),
      };
    case 'due':
      return {
        href: `/requests/${notice.slip.id}`,
        title: slipTitle(notice.slip),
        text: say('notices.dueOn', { day: dayText(notice.due) }),
      };
    case 'loan': {
      const day = dayText(notice.loan.due);
      return {
        href: '/loans',
        title: notice.loan.title,
        text: say(notice.loan.recalled ? 'notices.calledBack' : 'notices.dueOn', { day }),
      };
    }
    case 'waits':
      return {
        href: '/loans',
        title: notice.hold.title,
        text: say('notices.waits', {
          place: notice.hold.place,
          day: notice.hold.until === null ? 'none' : dayText(notice.hold.until),
        }),
      };
    case 'hour': {
      const { start, name, state } = notice.hour;
      const at = parseLocal(start) as Minutes;
      return {
        href: '/ask/hour',
        title: notice.hour.title || say('notices.hourWith', { name }),
        text: say(state === 'called-off' ? 'notices.calledOff' : 'notices.hourAt', {
          name,
          day: dayText(dayOf(at)),
          clock: clockText(clockOf(at)),
        }),
      };
    }
    case 'answer':
      return { href: '/ask', title: notice.question.subject, text: notice.text };
    case 'search':
      return {
        href: newHref(notice.search),
        title: notice.search.name,
        text: say('notices.newInSearch', {
          n: notice.n,
          day: dayText(parseDay(notice.search.seen) ?? (0 as never)),
        }),
      };
  }
}
function keyOf(n: Notice): string {
  switch (n.sort) {
    case 'slip':
      return `${n.slip.id}${n.message.id}`;
    case 'due':
      return `due${n.slip.id}`;
    case 'loan':
      return `loan${n.loan.key}`;
    case 'waits':
      return `waits${n.hold.key}`;
    case 'hour':
      return n.hour.id;
    case 'answer':
      return n.question.id;
    case 'search':
      return n.search.id;
  }
}

function Notices() {
  const { reader, settings, moment } = useHere();
  const gathered = useNotices();
  const seen = own(settings.noticesSeen, reader.id) ?? '';
  // What was new when the page was opened stays marked as long as it is looked at.
  const [newSince] = useState(seen);
  useEffect(() => {
    if (!gathered || moment.at <= seen) return;
    const timer = setTimeout(() => void sawNotices(theStore(), reader.id, moment.at), SEEN_AFTER);
    return () => clearTimeout(timer);
  }, [gathered, moment.at, seen, reader.id]);
  const list = gathered?.notices ?? [];
  const groups = [
    { id: 'asks', heading: say('notices.waitForYou'), items: list.filter((n) => n.asks) },
    { id: 'rest', heading: say('notices.said'), items: list.filter((n) => !n.asks) },
  ];
  return (
    <div className={styles.view}>
      <h1>{say('notices.notices')}</h1>
      {!gathered && <p className={styles.hint}>{say('notices.looking')}</p>}
      {gathered?.partly && <p className={styles.hint}>{say('notices.partly')}</p>}
      {gathered && list.length === 0 && <p className={styles.hint}>{say('notices.none')}</p>}
      {groups
        .filter(({ items }) => items.length > 0)
        .map(({ id, heading, items }) => (
          <section key={id} aria-labelledby={`n-${id}`}>
            <h2 id={`n-${id}`}>{heading}</h2>
            <ul>
              {items.map((n) => {
                const { href, title, text } = said(n);
                return (
                  <li key={keyOf(n)} data-new={n.time > newSince ? '' : undefined}>
                    <p className={styles.when}>
                      <time dateTime={n.time}>{dayText(dayOf(parseLocal(n.time) as Minutes))}</time>
                      {n.time > newSince && <span className={kit.tag}>{say('notices.new')}</span>}
                    </p>
                    <p className={styles.what}>
                      <a href={href}>{title}</a>
                      <span>{text}</span>
                      {n.sort === 'answer' && n.question.record && (
                        <a href={recordHref(n.question.record)}>{say('notices.theItem')}</a>
                      )}
                    </p>
                    <p className={styles.sort}>{say(`notices.sort.${n.sort}`)}</p>
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
    </div>
  );
}

export default function NoticesView() {
  return (
    <AskingApp>
      <Notices />
    </AskingApp>
  );
}
