/**
 * The lenders, asked one after the other: they answer, decline with a reason, set a condition, supply, lose a
 * parcel.
 */
import { addWorkingDays } from '../../core/access/calendar';
import { lendingFor } from '../../core/access/options';
import type { Lender } from '../../core/model/library';
import type { Slip } from '../../core/model/slip';
import { addDays, clock, dayOf, isoDay, type Minutes, minutes, startOf } from '../../core/model/time';
import { fraction } from '../../core/random';
import { isCopy } from '../../core/requests/slip';
import { dayText } from '../../words/days';
import { deliver, onShelf } from './arrival';
import { approval } from './staff';
import { laterOf, type Story, withdrawn } from './story';

/** How far a lender's true fill rate lies from its past one at most. */
const WANDERS = 0.04;
const ON_LOAN = 0.18;
const LATE_HABIT = 0.3;
const OFFER_DAYS = 5;

/** Why a lender that owns it says no (ISO 18626 ReasonUnfilled). */
const REASONS = [
  ['NonCirculating', 'does not let this copy leave the building.'],
  ['NotOnShelf', 'does not find it on its shelf.'],
  ['InUse', 'needs it for a course of its own.'],
  ['PoorCondition', 'keeps it in: its binding would not stand the road.'],
] as const;

export function interlibrary(story: Story, sent: Minutes): void {
  const { slip, library, own } = story;
  const { policy } = library;
  const copy = isCopy(slip);
  story.say(sent, 'RequestReceived', own, { note: 'Received by the interlibrary loan desk.' });
  let start: { at: Minutes; speed: Slip['speed'] } | null = { at: sent, speed: slip.speed };
  if (slip.promised?.mediated) {
    start = approval(story, sent);
    if (!start) return;
  }
  const plan = lendingFor(story.item, library, start.speed);
  const share = plan?.owners === null ? policy.lending.unrecordedShare : 1;
  const saved = start.speed === 'fast' ? policy.lending.fastSaves : 0;
  // What is bought in days is saved once, at the desk and on the road.
  let now = story.after(
    start.at,
    Math.max(0, story.draw(policy.lending.processingDays, 'desk') - Math.min(1, saved)),
    'desk-at',
  );
  let spared = Math.max(0, saved - 1);
  // A note can ask for what is rare otherwise, so that the demo's cases are easy to find.
  const wish = slip.note.toLowerCase();
  let lost = 0;
  for (const { lender } of plan?.asked ?? []) {
    const before = story.cancelledBefore(now);
    if (before !== null) {
      withdrawn(story, before, own);
      return;
    }
    story.say(now, 'ExpectToSupply', lender, { note: `${lender.name} has been asked.` });
    const truth = truthOf(lender);
    const answered = story.after(
      now,
      story.draw(lender.answerDays, `${lender.id}-answer`),
      `${lender.id}-answer-at`,
    );
    if (story.u(lender.id) >= truth.fill * share) {
      const gone = story.cancelledBefore(answered);
      if (gone !== null) {
        withdrawn(story, gone, lender);
        return;
      }
      refuse(story, lender, answered, share);
      now = minutes(answered + 15);
      continue;
    }
    const starts = minutes(now + 90);
    const gone = story.cancelledBefore(starts);
    if (gone !== null) {
      withdrawn(story, gone, lender);
      return;
    }
    let begun = starts;
    if (!copy && (wish.includes('library only') || story.u(`${lender.id}-condition`) < lender.conditional)) {
      const accepted = offer(story, lender, starts);
      if (accepted === 'ended') return;
      if (accepted === null) {
        now = story.after(
          minutes(
            story.reader(starts, 'decline')?.at ?? startOf(addDays(dayOf(starts), OFFER_DAYS + 1), 600),
          ),
          0,
          `${lender.id}-next`,
        );
        continue;
      }
      begun = minutes(accepted + 30);
    }
    story.say(begun, 'WillSupply', lender, { note: `${lender.name} supplies it.` });
    const handling = story.draw(copy ? lender.copyDays : lender.loanDays, `${lender.id}-days`, truth.shift);
    if (copy) {
      const day = addWorkingDays(policy, dayOf(begun), Math.max(0, handling - spared));
      const t = startOf(day, clock(policy.scanDesk.sentAt));
      deliver(
        story,
        lender,
        t > begun
          ? t
          : startOf(addWorkingDays(policy, addDays(dayOf(begun), 1), 0), clock(policy.scanDesk.sentAt)),
      );
      return;
    }
    const road =
      lender.country === policy.lending.country ? policy.lending.road.home : policy.lending.road.abroad;
    const onRoad = story.draw(road, `${lender.id}-road`);
    const cut = Math.min(spared, handling);
    const shipDay = addWorkingDays(policy, dayOf(begun), handling - cut);
    const shipped = laterOf(startOf(shipDay, clock('14:00')), minutes(begun + 60));
    const here = addWorkingDays(policy, dayOf(begun), handling - cut + onRoad);
    story.say(shipped, 'Loaned', lender, { note: `Sent by ${lender.name}.`, expected: isoDay(here) });
    if (
      (wish.includes('lose the parcel') && lost++ === 0) ||
      story.u(`${lender.id}-lost`) < policy.lending.lostShare
    ) {
      now = story.after(startOf(addWorkingDays(policy, here, 4)), 0, `${lender.id}-lost-at`);
      spared = 0;
      story.say(minutes(now - 10), 'Loaned', lender, {
        note: 'It has not arrived and counts as lost on the road; this is not your affair, and the next library is asked.',
        reason: 'Notification',
        loanCondition: 'LostOnTheRoad',
      });
      continue;
    }
    let day = here;
    if (!story.situation.remote && policy.lending.desk !== story.home.id)
      day = addWorkingDays(policy, here, roadHome(story, policy.lending.desk));
    else if (story.situation.remote) day = addWorkingDays(policy, here, story.draw(policy.post, 'post'));
    onShelf(story, laterOf(story.arrive(day), minutes(shipped + 30)), lender);
    return;
  }
  const before = story.cancelledBefore(now);
  if (before !== null) {
    withdrawn(story, before, own);
    return;
  }
  story.say(now, 'Unfilled', own, {
    note: 'Nobody of those asked could supply it. You owe nothing.',
    reasonUnfilled: 'NotAvailableForILL',
  });
}
const roadHome = (story: Story, from: string): number =>
  story.draw(
    story.library.policy.courier.transit[from]?.[story.home.id] ?? { median: 0, likely: 0 },
    `road-${from}`,
  );

/** A lender as it is, not as it is known: the same for all slips. */
function truthOf(lender: Lender): { fill: number; shift: number } {
  const fill = Math.max(
    0.05,
    Math.min(0.98, lender.fillRate + (fraction(`truth/${lender.id}`) * 2 - 1) * WANDERS),
  );
  const habit = fraction(`habit/${lender.id}`);
  return { fill, shift: habit < LATE_HABIT / 2 ? -1 : habit > 1 - LATE_HABIT / 2 ? 1 : 0 };
}
function refuse(story: Story, lender: Lender, t: Minutes, share: number): void {
  if (share < 1 && story.u(`${lender.id}-has`) >= share) {
    story.say(t, 'RetryPossible', lender, {
      note: `${lender.name} does not own it. The next library is asked.`,
      reasonRetry: 'NotFoundAsCited',
    });
  } else if (story.u(`${lender.id}-why`) < ON_LOAN) {
    const back = addDays(dayOf(t), 10 + Math.floor(story.u(`${lender.id}-back`) * 30));
    story.say(t, 'RetryPossible', lender, {
      note: `${lender.name} has it on loan until ${dayText(back)}. We don’t wait: the next library is asked.`,
      reasonRetry: 'OnLoan',
      retryBefore: isoDay(back),
    });
  } else {
    const [code, words] = REASONS[
      Math.floor(story.u(`${lender.id}-reason`) * REASONS.length)
    ] as (typeof REASONS)[number];
    story.say(t, 'RetryPossible', lender, {
      note: `${lender.name} ${words} The next library is asked.`,
      reasonRetry: 'NotCurrentAvailableForILL',
      reasonUnfilled: code,
    });
  }
}
/**
 * A loan with a condition: waits for the reader. The moment of accepting; null: not under it; `ended`:
 * withdrawn.
 */
function offer(story: Story, lender: Lender, t: Minutes): Minutes | null | 'ended' {
  const until = addDays(dayOf(t), OFFER_DAYS);
  story.say(t, 'RetryPossible', lender, {
    note: `${lender.name} lends it to be read in the library only: it waits at the desk at ${story.home.name}. Accept until ${dayText(until)}, or the next library is asked.`,
    reasonRetry: 'LoanCondition',
    loanCondition: 'LibraryUseOnly',
    retryBefore: isoDay(until),
  });
  const said = story.reader(t, 'accept', 'decline', 'cancel');
  if (!said || dayOf(said.at) > until) return null;
  if (said.act === 'cancel') {
    withdrawn(story, said.at, lender);
    return 'ended';
  }
  return said.act === 'accept' ? said.at : null;
}
