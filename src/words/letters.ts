/** What leaves the app in words about a slip: its days as calendar entries, a mail to the desk. */
import type { Letter, SlipDate } from '../core/formats/letters';
import type { LibraryWords } from '../core/model/library';
import type { Slip, SlipMessage } from '../core/model/slip';
import { isEnded, isHere, isOnLoan, isUnderWay } from '../core/model/slipStates';
import { parseDay, parseLocal } from '../core/model/time';
import { slipTitle } from '../core/requests/slip';
import { say } from './generated/letter';
import { messageText, speakerLabel, stateLabel, wantedLabel } from './labels';
import { sayDay } from './say';

/** A day, and what it is called beside its slip. */
export interface NamedDate extends SlipDate {
  readonly name: string;
}
/**
 * The days of a slip that belong into a calendar: when it is expected, collected until, due, needed, openable
 * until.
 */
export function datesOf(slip: Slip): NamedDate[] {
  const title = slipTitle(slip);
  const about = say('letter.about', {
    wanted: wantedLabel(slip.wanted),
    id: slip.id,
    state: stateLabel(slip.state),
  });
  const day = (
    id: 'expected' | 'collect' | 'due' | 'file' | 'need',
    iso: string,
    remind: number | null,
  ): NamedDate => ({
    id: `${slip.id}-${id}`,
    name: say(`letter.dayName.${id}`),
    title: say(`letter.day.${id}`, { title }),
    about,
    start: `${iso}T00:00`,
    end: `${iso}T24:00`,
    allDay: true,
    remind,
  });
  const dates: NamedDate[] = [];
  const kept = slip.messages.findLast((m) => m.event === 'arrive')?.until;
  if (isUnderWay(slip.state) && slip.promised)
    dates.push(day('expected', slip.promised.likely.slice(0, 10), null));
  if (slip.state === 'ready' && kept) dates.push(day('collect', kept, 1440));
  if (isOnLoan(slip.state) && slip.due) dates.push(day('due', slip.due, 2 * 1440));
  if (isHere(slip.state) && slip.fileUntil) dates.push(day('file', slip.fileUntil, 1440));
  if (slip.needBy && !isEnded(slip.state)) dates.push(day('need', slip.needBy, null));
  return dates;
}

const when = (iso: string): string => {
  if (parseLocal(iso) === null) return iso;
  return `${sayDay(iso.slice(0, 10), '')}, ${iso.slice(11, 16)}`;
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
    item.container && say('letter.in', { container: item.container }),
    item.year,
    item.volume && say('letter.volume', { volume: item.volume }),
    item.issue && say('letter.issue', { issue: item.issue }),
    item.pages && say('letter.pages', { pages: item.pages }),
  ]
    .filter(Boolean)
    .join('\n  ');
  const due = slip.due && parseDay(slip.due) !== null ? say('letter.due', { day: sayDay(slip.due) }) : '';
  const said = (message ? [message] : slip.messages)
    .map((m) => `${when(m.time)}, ${speakerLabel(m)}:\n  ${messageText(m)}`)
    .join('\n\n');
  return {
    to: `${say('letter.desk', { library: library.name })} <${library.words.desk}>`,
    subject: say('letter.subject', { id: slip.id, title: slipTitle(slip) }),
    text: [
      say('letter.aboutThisSlip', { state: stateLabel(slip.state) }),
      `  ${what}`,
      due,
      said && `${say('letter.whatWasSaid')}\n\n${said}`,
      '',
      reader.name,
    ]
      .filter((x) => x !== '')
      .join('\n\n'),
  };
}
