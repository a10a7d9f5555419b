/** Beside the loans: reminders, where the reader is reached, what was brought back. */
import { useId, useState } from 'react';
import { setLoans } from '../../browser/choices';
import { forgetPast, type PastLoan, pastLoans, putPast } from '../../browser/loans';
import { type Contact, register } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { Account } from '../../core/circulation/account';
import { calendarFile } from '../../core/formats/letters';
import { recordHref } from '../../core/model/address';
import type { CampusId } from '../../core/model/record';
import { dayOf, isoDay, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { own } from '../../core/table';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/loans';
import { useHere } from '../kit/app';
import { CampusOptions } from '../kit/CampusOptions';
import kit from '../kit/kit.module.css';
import { saveFile } from '../kit/saveFile';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './loans.module.css';
import { NO_LOAN_SETTINGS } from './useOneAccount';

const MOST_DAYS = 14;
const MINUTES_A_DAY = 1440;

function Reminders({ account }: { account: Account }) {
  const { info, reader, moment, settings } = useHere();
  const id = useId();
  const chosen = own(settings.loans, reader.id) ?? NO_LOAN_SETTINGS;
  const days = chosen.remind < 0 ? info.policy.loans.noticeDays : chosen.remind;
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const lines = account.loans.map((l) =>
    say('loans.mailLine', { title: l.title, day: dayText(l.due, today), place: l.place || 'none' }),
  );
  const calendar = () =>
    saveFile(
      calendarFile(
        account.loans.map((l) => ({
          id: `${l.key}-due`,
          title: say('loans.calendarDue', { title: l.title }),
          about: [l.callNumber, l.place].filter(Boolean).join(', '),
          start: `${isoDay(l.due)}T00:00`,
          end: `${isoDay(l.due)}T00:00`,
          allDay: true,
          remind: days > 0 ? days * MINUTES_A_DAY : null,
        })),
        say('loans.calendarName'),
        moment.at,
      ),
      'text/calendar',
      'loans.ics',
    );
  const mailto = `mailto:${encodeURIComponent(reader.email)}?subject=${encodeURIComponent(say('loans.mailSubject'))}&body=${encodeURIComponent(lines.join('\r\n'))}`;
  return (
    <section aria-labelledby={id}>
      <h2 id={id}>{say('loans.reminders')}</h2>
      <label>
        {say('loans.remindMe')}{' '}
        <select
          className={kit.box}
          value={days}
          onChange={(e) =>
            void setLoans(theStore(), reader.id, { ...chosen, remind: Number(e.target.value) })
          }
        >
          {Array.from({ length: MOST_DAYS + 1 }, (_, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: numbers of days
            <option key={n} value={n}>
              {say('loans.daysBefore', { n })}
            </option>
          ))}
        </select>
      </label>
      <p className={styles.quiet}>{say('loans.remindedWhere')}</p>
      {account.loans.length > 0 && (
        <p className={kit.ways}>
          <button type="button" className={kit.link} onClick={calendar}>
            {say('loans.calendarFile')}
          </button>
          <a className={kit.link} href={mailto}>
            {say('loans.mailDraft')}
          </a>
        </p>
      )}
    </section>
  );
}

function Reached() {
  const { reader, settings } = useHere();
  const id = useId();
  const kept = own(settings.contacts, reader.id);
  const now: Contact = {
    email: reader.email,
    address: reader.address,
    ...(kept?.addresses ? { addresses: kept.addresses } : {}),
    ...(kept?.pickup ? { pickup: kept.pickup } : {}),
  };
  const [typed, setTyped] = useState(now);
  const [saved, setSaved] = useState(false);
  const change = (more: Partial<Contact>) => {
    setSaved(false);
    setTyped({ ...typed, ...more });
  };
  const bad = typed.email !== '' && !/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(typed.email);
  return (
    <section aria-labelledby={id}>
      <h2 id={id}>{say('loans.reached')}</h2>
      <form
        className={styles.form}
        onSubmit={(e) => {
          e.preventDefault();
          if (!bad) void register(theStore(), reader.id, typed).then(() => setSaved(true));
        }}
      >
        <label>
          {say('loans.email')}
          <input
            className={kit.box}
            type="email"
            value={typed.email}
            aria-invalid={bad || undefined}
            onChange={(e) => change({ email: e.target.value })}
          />
        </label>
        <label>
          {say('loans.address')}
          <input
            className={kit.box}
            type="text"
            value={typed.address}
            onChange={(e) => change({ address: e.target.value })}
          />
        </label>
        <label>
          {say('loans.pickup')}
          <select
            className={kit.box}
            value={typed.pickup ?? reader.campus}
            onChange={(e) => change({ pickup: e.target.value as CampusId })}
          >
            <CampusOptions />
          </select>
        </label>
        {bad && <p className={styles.wrong}>{say('loans.badEmail')}</p>}
        <p>
          <button type="submit" className={kit.link} disabled={bad}>
            {say('loans.saveContact')}
          </button>{' '}
          <span role="status">{saved && say('loans.contactSaved')}</span>
        </p>
      </form>
    </section>
  );
}

function BroughtBack() {
  const { reader, settings } = useHere();
  const id = useId();
  const chosen = own(settings.loans, reader.id) ?? NO_LOAN_SETTINGS;
  const past = useKept(() => pastLoans(theStore(), reader.id), [reader.id], []) ?? [];
  const [gone, setGone] = useState<readonly PastLoan[] | null>(null);
  return (
    <section aria-labelledby={id}>
      <h2 id={id}>{say('loans.broughtBack', { n: past.length })}</h2>
      <label className={kit.check}>
        <input
          type="checkbox"
          checked={chosen.keepsPast}
          onChange={(e) => void setLoans(theStore(), reader.id, { ...chosen, keepsPast: e.target.checked })}
        />
        {say('loans.keepPast')}
      </label>
      <ul className={styles.past}>
        {past.map((p) => {
          const [from, to] = [parseDay(p.begun.slice(0, 10)), parseDay(p.ended.slice(0, 10))];
          return (
            <li key={p.id}>
              {p.record ? <a href={recordHref(p.record)}>{p.title}</a> : p.title}{' '}
              <span className={styles.quiet}>
                {from !== null &&
                  to !== null &&
                  say('loans.hadFromTo', { from: dayText(from, to), to: dayText(to) })}
              </span>
            </li>
          );
        })}
      </ul>
      {past.length > 0 && (
        <button
          type="button"
          className={kit.link}
          onClick={() => void forgetPast(theStore(), reader.id).then(setGone)}
        >
          {say('loans.forgetPast')}
        </button>
      )}
      <Undo
        said={gone && say('loans.forgotten', { n: gone.length })}
        back={gone && (() => void putPast(theStore(), gone).then(() => setGone(null)))}
      />
    </section>
  );
}

export default function Beside({ account }: { account: Account }) {
  const { info } = useHere();
  if (!info.reader) return null;
  return (
    <div className={styles.beside}>
      <Reminders account={account} />
      <Reached />
      <BroughtBack />
    </div>
  );
}
