/** A slip that has left the editor: how it stands, what was promised, what was said, what can be done. */

import { useState } from 'react';
import { recordHref } from '../../core/model/address';
import type { Slip } from '../../core/model/slip';
import type { SlipState } from '../../core/model/slipStates';
import { isEnded, isOnLoan, isUnderWay } from '../../core/model/slipStates';
import {
  clockOf,
  clockText,
  type DayNumber,
  dayOf,
  type Minutes,
  parseDay,
  parseLocal,
} from '../../core/model/time';
import { owedFor } from '../../core/requests/lifecycle';
import { overdueDays } from '../../core/requests/loans';
import { slipTitle } from '../../core/requests/slip';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/slip';
import { messageText, speakerLabel, stateLabel, wantedLabel } from '../../words/labels';
import { datesOf, letterAbout } from '../../words/letters';
import { VERDICT_TEXT } from '../item/links';
import { useHere } from '../kit/app';
import { focusOn } from '../kit/focusOn';
import kit from '../kit/kit.module.css';
import { saveFile } from '../kit/saveFile';
import { EDITIONS } from './editions';
import { PriceTable } from './PriceTable';
import { SlipActs } from './SlipActs';
import styles from './slip.module.css';
import { useAct } from './useAct';
import { verdictOfSlip } from './verdict';

const moment = (iso: string): string => {
  const t = parseLocal(iso) as Minutes;
  return `${dayText(dayOf(t))} ${clockText(clockOf(t))}`;
};
const day = (iso: string): string => dayText(parseDay(iso.slice(0, 10)) as DayNumber);
const NEXT: Record<SlipState, string> = {
  draft: '',
  outgoing: say('slip.itHasNotBeenSentYet'),
  sent: say('slip.itHasBeenReceivedTheDesk'),
  approval: say('slip.staffLookAtItBeforeIt'),
  question: say('slip.staffHaveAQuestionNothingGoes'),
  sourcing: say('slip.aLibraryHasBeenAskedAnd'),
  conditional: say('slip.aLibraryLendsItUnderA'),
  preparing: say('slip.somebodyHasStartedOnItSo'),
  'on-its-way': say('slip.itIsOnItsWay'),
  ready: say('slip.itIsReadyForYou'),
  delivered: say('slip.theFileIsHere'),
  collected: say('slip.youHaveIt'),
  due: say('slip.itIsDueSoon'),
  renewed: say('slip.youHaveItForLonger'),
  recalled: say('slip.somebodyElseNeedsItBringIt'),
  overdue: say('slip.itShouldHaveBeenBack'),
  returned: say('slip.broughtBackTheDeskChecksIt'),
  finished: say('slip.finished'),
  withdrawn: say('slip.withdrawn'),
  'not-supplied': say('slip.itCouldNotBeSupplied'),
};

function Messages({ slip }: { slip: Slip }) {
  const { info, reader } = useHere();
  const { busy, said, act } = useAct();
  const [text, setText] = useState('');
  const letter = async () => {
    const { mailDraft } = await import('../../core/formats/letters');
    saveFile(mailDraft(letterAbout(slip, info, reader), reader), 'message/rfc822', `${slip.id}.eml`);
  };
  const documents = slip.messages.flatMap((m) => m.xml ?? []);
  /** One document as it is; several as files of their own in one ZIP. */
  const xml = async () => {
    const [only, ...more] = documents;
    if (only !== undefined && more.length === 0) return saveFile(only, 'application/xml', `${slip.id}.xml`);
    const { exchangeArchive } = await import('../../core/formats/archive');
    saveFile(exchangeArchive(slip.id, documents), 'application/zip', `${slip.id}.zip`);
  };
  return (
    <>
      <h2>{say('slip.messages')}</h2>
      {slip.messages.length === 0 && <p className={styles.quiet}>{say('slip.noneYet')}</p>}
      <ol className={styles.messages}>
        {slip.messages.map((m) => (
          <li key={m.id} data-by={m.by}>
            <time dateTime={m.time}>{moment(m.time)}</time>
            <div>
              <p>{messageText(m)}</p>
              <p className={styles.quiet}>
                {speakerLabel(m)}
                {m.reason ? ` · ${m.reason}` : ''}
              </p>
              {m.xml && (
                <details className={styles.xml}>
                  <summary>{say('slip.technicalDetailsIso18626')}</summary>
                  {m.xml.map((document) => (
                    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
                    <pre key={document} tabIndex={0} dir="ltr">
                      {document}
                    </pre>
                  ))}
                </details>
              )}
            </div>
          </li>
        ))}
      </ol>
      {!isEnded(slip.state) && slip.state !== 'outgoing' && slip.state !== 'question' && (
        <form
          className={styles.answer}
          onSubmit={(e) => {
            e.preventDefault();
            // What could not be sent stays to be sent again.
            if (text.trim()) void act(slip, 'note', text.trim()).then((done) => done && setText(''));
          }}
        >
          <label htmlFor="note-to-desk">{say('slip.writeToTheDeskAboutThis')}</label>
          <textarea
            id="note-to-desk"
            rows={1}
            maxLength={1000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <button type="submit" className={kit.link} disabled={busy || !text.trim()}>
            {say('slip.sendTheNote')}
          </button>
          {said && <p className={styles.fault}>{said}</p>}
        </form>
      )}
      <p className={styles.files}>
        <button type="button" className={kit.link} onClick={() => void letter()}>
          {say('slip.asAMailDraft')}
        </button>
        {documents.length > 0 && (
          <button type="button" className={kit.link} onClick={() => void xml()}>
            {say('slip.theExchangeAsXmlFiles')}
          </button>
        )}
      </p>
    </>
  );
}

/** All that was asked, as it was filled in; what was left empty is left out. */
function askedFor(slip: Slip, sign: string): readonly (readonly [what: string, said: string])[] {
  const { item, needBy } = slip;
  const volume = slip.wanted === 'loan' || slip.wanted === 'purchase';
  const need = parseDay(needBy);
  const rows: readonly (readonly [string, string])[] = [
    [say('slip.chapterWanted'), item.chapter],
    [say('slip.volume'), item.volume],
    [say('slip.issue'), item.issue],
    [say('slip.pages'), item.pages],
    [say('slip.edition'), item.edition],
    [say('slip.whichEdition'), volume ? EDITIONS[slip.editions] : ''],
    [say('slip.needBy'), need === null ? '' : dayText(need)],
    [say('slip.speed'), slip.speed === 'fast' ? say('slip.fast') : ''],
    [say('slip.notMoreThan'), slip.limit && `${slip.limit} ${sign}`],
    [say('slip.noteToTheLibrary'), slip.note],
    [say('slip.for'), slip.reference],
  ];
  return rows.filter(([, said]) => said.trim() !== '');
}

export function SentSlip({ slip }: { slip: Slip }) {
  const { info, moment: now } = useHere();
  const need = parseDay(slip.needBy);
  const today = dayOf(parseLocal(now.at) as Minutes);
  const due = slip.due ? parseDay(slip.due) : null;
  const late = due === null || !isOnLoan(slip.state) ? 0 : overdueDays(due, today);
  const dates = datesOf(slip);
  const verdict = verdictOfSlip(slip, today);
  const calendar = async () => {
    const { calendarFile } = await import('../../core/formats/letters');
    saveFile(
      calendarFile(dates, say('slip.slip', { id: slip.id }), now.at),
      'text/calendar',
      `${slip.id}.ics`,
    );
  };
  return (
    <div className={styles.columns}>
      <section className={styles.form}>
        <h1 ref={focusOn} tabIndex={-1}>
          {slipTitle(slip)}
        </h1>
        <p className={styles.kept}>
          {[
            wantedLabel(slip.wanted),
            slip.item.author,
            slip.item.container && say('slip.in', { container: slip.item.container }),
            slip.item.year,
          ]
            .filter(Boolean)
            .join(' · ')}
          {slip.record && (
            <>
              {' · '}
              <a href={recordHref(slip.record)}>{say('slip.record')}</a>
            </>
          )}
        </p>
        <p className={styles.state}>
          <b>{stateLabel(slip.state)}</b> {NEXT[slip.state]}
          {due !== null &&
            isOnLoan(slip.state) &&
            ` ${late > 0 ? say('slip.dueAgo', { due: dayText(due), late }) : say('slip.due', { due: dayText(due) })}`}
          {slip.state === 'delivered' &&
            slip.fileUntil &&
            ` ${say('slip.itCanBeOpenedUntil', { fileUntil: day(slip.fileUntil) })}`}
        </p>
        <SlipActs slip={slip} />
        <Messages slip={slip} />
      </section>
      <aside className={styles.pane} aria-label={say('slip.whatWasPromised')}>
        <section>
          <h2>{say('slip.promised')}</h2>
          {slip.promised && (
            <>
              <p className={styles.date}>{day(slip.promised.median)}</p>
              <p className={styles.quiet}>
                {say('slip.veryLikelyBy2', { likely: day(slip.promised.likely) })}
                {slip.promised.chance < 0.995 &&
                  say('slip.chance2', { share: { share: slip.promised.chance } })}
                {need !== null && say('slip.youNeedItBy', { need: dayText(need) })}
              </p>
              {verdict && (
                <p className={verdict === 'in-time' ? styles.quiet : styles.fault}>{VERDICT_TEXT[verdict]}</p>
              )}
            </>
          )}
        </section>
        {slip.promised && slip.promised.lines.length > 0 && (
          <section>
            <h2>{say('slip.price')}</h2>
            {isEnded(slip.state) && owedFor(slip) === 0 ? (
              <p className={styles.quiet}>{say('slip.youOweNothing')}</p>
            ) : (
              <PriceTable
                lines={slip.promised.lines}
                foot={isUnderWay(slip.state) ? undefined : say('slip.youPay')}
              />
            )}
          </section>
        )}
        <section>
          <h2>{say('slip.details')}</h2>
          <dl className={styles.facts}>
            <div>
              <dt>{say('slip.goesTo')}</dt>
              <dd>
                {slip.delivery.to === 'email'
                  ? slip.delivery.email
                  : slip.delivery.to === 'post'
                    ? slip.delivery.address
                    : info.campuses.find(
                        (c) => slip.delivery.to === 'pickup' && c.id === slip.delivery.campus,
                      )?.name}
              </dd>
            </div>
            {slip.sent && (
              <div>
                <dt>{say('slip.sent')}</dt>
                <dd>{moment(slip.sent)}</dd>
              </div>
            )}
            {askedFor(slip, info.policy.currency.sign).map(([what, said]) => (
              <div key={what}>
                <dt>{what}</dt>
                <dd>{said}</dd>
              </div>
            ))}
            <div>
              <dt>{say('slip.slip2')}</dt>
              <dd>{slip.id}</dd>
            </div>
          </dl>
          {slip.file?.includes('locked=1') && slip.state === 'delivered' && (
            <p className={styles.quiet}>
              {say('slip.theFileIsEncryptedItsPassword', {
                split: info.policy.files.software.split(/[;؛]/)[0],
              })}{' '}
              <b className={styles.mono}>{slip.id}</b>{' '}
              <button
                type="button"
                className={kit.link}
                onClick={() => void navigator.clipboard.writeText(slip.id)}
              >
                {say('slip.copyPassword')}
              </button>
            </p>
          )}
        </section>
        {dates.length > 0 && (
          <section>
            <h2>{say('slip.days')}</h2>
            <ul className={styles.rules}>
              {dates.map((d) => (
                <li key={d.id}>
                  {d.name} {day(d.start)}
                </li>
              ))}
            </ul>
            <button type="button" className={kit.link} onClick={() => void calendar()}>
              {say('slip.intoMyCalendar')}
            </button>
          </section>
        )}
      </aside>
    </div>
  );
}
