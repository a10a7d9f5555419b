/** What has been said about slips, as a reader wants it: one inbox over all of them. */

import type { Slip, SlipMessage } from '../model/slip';
import { needsReader } from '../model/slipStates';

export interface InboxEntry {
  readonly slip: Slip;
  readonly message: SlipMessage;
  /** The reader has to do something, and has not yet. */
  readonly asks: boolean;
}
/**
 * Messages that only note an intermediate step are on the slip; the inbox has those that change something for
 * the reader.
 */
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
