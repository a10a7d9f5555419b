/**
 * What has been said about slips, as a reader wants it: one inbox over all slips, the days that matter as calendar entries, a
 * message as a draft to write back with.
 */

import type { LibraryWords } from '../model/library';
import type { Slip, SlipMessage } from '../model/slip';
import { isEnded, isHere, isOnLoan, isUnderWay, needsReader } from '../model/slipStates';
import { dayOf, dayText, type Minutes, parseDay, parseLocal } from '../model/time';
import { STATE_LABEL } from './lifecycle';
import { slipTitle, WANTED_TEXT } from './slip';

export interface InboxEntry {
  readonly slip: Slip;
  readonly message: SlipMessage;
  /** The reader has to do something, and has not yet. */
  readonly asks: boolean;
}
/** Messages that only note an intermediate step are on the slip; the inbox has those that change something for the reader. */
const TELLS: readonly string[] = [
  'arrive',
  'file',
  'unfilled',
  'question',
  'offer',
  'notice',
  'recall',
  'overdue',
  'renew',
  'lapse',
  'expire',
  'cancelled',
  'complete',
];

/** The library's messages over all slips, latest first. */
export function inboxOf(slips: readonly Slip[]): InboxEntry[] {
  const entries = slips.flatMap((slip) =>
    slip.messages
      .filter(
        (m) =>
          m.by === 'library' &&
          (m.cost !== undefined || m.reply || (m.event !== null && TELLS.includes(m.event))),
      )
      .map(
        (message): InboxEntry => ({
          slip,
          message,
          asks: needsReader(slip.state) && message === lastAsking(slip),
        }),
      ),
  );
  return entries.sort((a, b) =>
    a.message.time < b.message.time ? 1 : a.message.time > b.message.time ? -1 : 0,
  );
}
/** The message that brought a slip where it now waits for its reader. */
const lastAsking = (slip: Slip): SlipMessage | undefined =>
  slip.messages.filter((m) => m.by === 'library' && m.event !== null && TELLS.includes(m.event)).at(-1);

export interface SlipDate {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  /** Local moments. */
  readonly start: string;
  readonly end: string;
  readonly allDay: boolean;
  /** Minutes before at which to remind; null: not at all. */
  readonly remind: number | null;
}
/** The days of a slip that belong into a calendar: when it is expected, collected until, due, needed, openable until. */
export function datesOf(slip: Slip): SlipDate[] {
  const title = slipTitle(slip);
  const about = `${WANTED_TEXT[slip.wanted]}, slip ${slip.id}. ${STATE_LABEL[slip.state]}.`;
  const day = (id: string, what: string, iso: string, remind: number | null): SlipDate => ({
    id: `${slip.id}-${id}`,
    title: `${what}: ${title}`,
    about,
    start: `${iso}T00:00`,
    end: `${iso}T24:00`,
    allDay: true,
    remind,
  });
  const dates: SlipDate[] = [];
  const kept = slip.messages.findLast((m) => m.event === 'arrive')?.until;
  if (isUnderWay(slip.state) && slip.promised)
    dates.push(day('expected', 'Expected, very likely by', slip.promised.likely.slice(0, 10), null));
  if (slip.state === 'ready' && kept) dates.push(day('collect', 'Collect until', kept, 1440));
  if (isOnLoan(slip.state) && slip.due) dates.push(day('due', 'Return or renew', slip.due, 2 * 1440));
  if (isHere(slip.state) && slip.fileUntil) dates.push(day('file', 'Last day to open', slip.fileUntil, 1440));
  if (slip.needBy && !isEnded(slip.state)) dates.push(day('need', 'Needed by', slip.needBy, null));
  return dates;
}

export interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}
const when = (iso: string): string => {
  const t = parseLocal(iso);
  return t === null ? iso : `${dayText(dayOf(t as Minutes))} ${iso.slice(0, 4)}, ${iso.slice(11, 16)}`;
};
/** A mail to the library about a slip, with what was said in it. */
export function letterAbout(
  slip: Slip,
  library: { readonly name: string; readonly words: Pick<LibraryWords, 'desk'> },
  reader: { readonly name: string },
  message?: SlipMessage,
): Letter {
  const { item } = slip;
  const what = [
    item.title,
    item.author,
    item.container && `in: ${item.container}`,
    item.year,
    item.volume && `vol. ${item.volume}`,
    item.issue && `no. ${item.issue}`,
    item.pages && `pp. ${item.pages}`,
  ]
    .filter(Boolean)
    .join('\n  ');
  const due = slip.due && parseDay(slip.due) !== null ? `Due: ${dayText(parseDay(slip.due) as never)}` : '';
  const said = (message ? [message] : slip.messages)
    .map((m) => `${when(m.time)}, ${m.from}:\n  ${m.text}`)
    .join('\n\n');
  return {
    to: `Interlibrary loan desk, ${library.name} <${library.words.desk}>`,
    subject: `Slip ${slip.id}: ${slipTitle(slip)}`,
    text: [
      `About this slip (${STATE_LABEL[slip.state]}):`,
      `  ${what}`,
      due,
      said && `What was said:\n\n${said}`,
      '',
      reader.name,
    ]
      .filter((x) => x !== '')
      .join('\n\n'),
  };
}
