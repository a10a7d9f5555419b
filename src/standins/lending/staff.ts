/** Staff who look at a slip before it goes out: they approve, change, ask or refuse. */
import { addWorkingDays } from '../../core/access/calendar';
import type { Slip } from '../../core/model/slip';
import { addDays, clock, dayOf, isoDay, type Minutes, minutes, startOf } from '../../core/model/time';
import { totalOf } from '../../core/policy/price';
import { dayText } from '../../words/days';
import { sayMoney } from '../../words/say';
import { type Story, withdrawn } from './story';

const STAFF_ASKS = 0.25;
const STAFF_CHANGES = 0.2;
const STAFF_REFUSES = 0.05;

/**
 * Staff look at the slip first. Returns the moment from which it goes on, or null when it ends or waits here.
 */
export function approval(story: Story, sent: Minutes): { at: Minutes; speed: Slip['speed'] } | null {
  const { slip, library, own } = story;
  const { answer } = library.policy.mediated;
  const looked = story.after(sent, story.draw(answer, 'approval'), 'approval-at');
  const before = story.cancelledBefore(looked);
  if (before !== null) {
    withdrawn(story, before, own);
    return null;
  }
  const u = story.u('approval-way');
  const wish = slip.note.toLowerCase();
  // A note decides: staff can be asked to ask, which makes the demo's cases easy to find.
  const asks = wish.includes('please ask') || (!wish.includes('no questions') && u < STAFF_ASKS);
  if (asks) {
    const until = addDays(dayOf(looked), 14);
    story.say(looked, 'RetryPossible', own, {
      note: `Before we send this out: would a copy of one chapter do, or another edition? It would cost less. Answer until ${dayText(until)}.`,
      reason: 'Notification',
      reasonRetry: 'Question',
      retryBefore: isoDay(until),
    });
    const said = story.reader(looked, 'answer', 'cancel');
    if (said?.act === 'cancel') {
      withdrawn(story, said.at, own);
      return null;
    }
    if (!said) {
      story.say(
        startOf(addWorkingDays(library.policy, addDays(until, 1), 0), clock('10:00')),
        'Unfilled',
        own,
        {
          note: 'No answer came. Nothing was asked of anybody; you owe nothing.',
          reasonUnfilled: 'PolicyProblem',
        },
      );
      return null;
    }
    return approved(story, story.after(said.at, 0, 'approved-after'), slip.speed);
  }
  if (u > 1 - STAFF_REFUSES) {
    story.say(looked, 'Unfilled', own, {
      note: 'The budget for requests at this price is spent for the month. You owe nothing.',
      reasonUnfilled: 'PolicyProblem',
    });
    return null;
  }
  if (slip.speed === 'fast' && u > 1 - STAFF_REFUSES - STAFF_CHANGES) {
    // From what was agreed: the price that stands now may be of this very message.
    const agreed = slip.agreed ?? slip.promised;
    const total = agreed ? totalOf(agreed.lines.filter((l) => l.what !== 'fast' && l.what !== 'royalty')) : 0;
    story.say(looked, 'RequestReceived', own, {
      note: `Approved at standard speed: the fast service would not have been sooner here. You pay ${sayMoney(Math.max(0, total), library.policy.currency.sign)}.`,
      reason: 'Notification',
      cost: Math.max(0, total),
    });
    return { at: minutes(looked + 30), speed: 'standard' };
  }
  return approved(story, looked, slip.speed);
}
function approved(story: Story, at: Minutes, speed: Slip['speed']): { at: Minutes; speed: Slip['speed'] } {
  story.say(at, 'RequestReceived', story.own, { note: 'Approved.', reason: 'Notification' });
  return { at: minutes(at + 30), speed };
}
