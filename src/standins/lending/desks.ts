/** Our own desks and the partners; acquisitions and the ask desk. */

import { addWorkingDays, isWorkingDay } from '../../core/access/calendar';
import { timesFor } from '../../core/access/times';
import { inTurn } from '../../core/access/turnaround';
import { waysToRead } from '../../core/access/ways';
import {
  addDays,
  clock,
  dayOf,
  isoDay,
  type Minutes,
  minutes,
  parseLocal,
  startOf,
} from '../../core/model/time';
import { isCopy } from '../../core/requests/slip';
import { say } from '../../words/generated/access';
import { deliver, onShelf } from './arrival';
import { laterOf, type Story, withdrawn } from './story';

/** Our own desks and the partners: the steps of `times.ts`, each drawn anew. */
export function nearby(story: Story, sent: Minutes): void {
  const { slip, library, situation } = story;
  const { policy } = library;
  const partner = library.partners.find((p) => p.id === slip.from);
  const campus = library.campuses.find((c) => c.id === slip.from);
  const who = partner ?? campus ?? story.own;
  story.say(sent, 'RequestReceived', who, { note: `Received at ${who.name}.` });
  const { ways } = waysToRead(story.item, { library, situation, at: sent });
  const way = ways.find(
    (w) => w.action.do === 'slip' && w.action.route === slip.route && w.action.from === slip.from,
  );
  if (!way?.ready) {
    story.say(story.after(sent, 1, 'no'), 'Unfilled', who, {
      note: 'It is no longer there. You owe nothing.',
      reasonUnfilled: 'NotOnShelf',
    });
    return;
  }
  const onShelves = way.title.code === 'access.putAsideForYou';
  const [median, likely] = [parseLocal(way.ready.median) as Minutes, parseLocal(way.ready.likely) as Minutes];
  const started = story.after(sent, 0, 'started');
  const gone = story.cancelledBefore(slip.route === 'hold' ? minutes(median - 60) : started);
  if (gone !== null) {
    withdrawn(story, gone, who);
    return;
  }
  if (isCopy(slip)) {
    story.say(started, 'WillSupply', who, { note: 'On the scanner.' });
    const spread = partner ? partner.copyDays : policy.scanDesk;
    // As much later or sooner than the median as this slip's luck has it, on the days that this desk works.
    const t = shifted(story, median, likely, story.draw(spread, 'copy') - spread.median);
    deliver(story, who, laterOf(startOf(dayOf(t), clock(policy.scanDesk.sentAt)), minutes(started + 60)));
    return;
  }
  const road = partner
    ? inTurn(
        partner.loanDays,
        policy.courier.transit[partner.id]?.[story.home.id] ?? { median: 0, likely: 0 },
      )
    : (policy.courier.transit[slip.from]?.[story.home.id] ?? { median: 0, likely: 0 });
  const steps =
    slip.route === 'hold'
      ? inTurn(
          (onShelves && policy.shelf.aside) || policy.shelf.returned,
          slip.from === story.home.id ? { median: 0, likely: 0 } : road,
        )
      : situation.remote
        ? inTurn(partner ? partner.loanDays : { median: 0, likely: 0 }, policy.post)
        : road;
  const here = shifted(story, median, likely, story.draw(steps, 'way') - steps.median);
  if (slip.route === 'hold')
    story.say(minutes(Math.max(sent + 30, here - 90)), 'WillSupply', who, {
      note: onShelves
        ? 'It is taken from the shelf and put aside for you.'
        : 'It has come back and is being put aside for you.',
    });
  else {
    story.say(started, 'WillSupply', who, { note: 'Taken from the shelf.' });
    // It leaves on an afternoon about half way, when somebody is there to hand it over.
    const half = addWorkingDays(policy, dayOf(minutes(Math.round((started + here) / 2))), 0);
    const leaves = Math.min(startOf(half, clock('14:00')), here - 60) as Minutes;
    story.say(laterOf(leaves, minutes(started + 30)), 'Loaned', who, {
      note: `On its way from ${who.name}.`,
      expected: isoDay(dayOf(here)),
    });
  }
  onShelf(story, laterOf(here, minutes(started + 60)), who);
}
/**
 * `n` working days after (or before) the median moment, when the doors are open; never before it can have
 * been begun.
 */
function shifted(story: Story, median: Minutes, likely: Minutes, n: number): Minutes {
  if (n === 0) return median;
  const { policy } = story.library;
  if (n > 0) {
    const day = addWorkingDays(policy, dayOf(median), n);
    return day > dayOf(likely) + 6 ? likely : story.arrive(day);
  }
  let day = dayOf(median);
  for (let left = -n; left > 0; ) {
    day = addDays(day, -1);
    if (isWorkingDay(policy, day)) left--;
  }
  const soonest = dayOf(parseLocal(story.slip.sent) as Minutes);
  return story.arrive(day > soonest ? day : addDays(soonest, 1));
}

export function purchase(story: Story, sent: Minutes): void {
  const { library, own } = story;
  const { policy } = library;
  story.say(sent, 'RequestReceived', own, { note: 'Received by acquisitions.' });
  const decided = story.after(sent, 2 + Math.floor(story.u('decide') * 4), 'decide-at');
  const gone = story.cancelledBefore(decided);
  if (gone !== null) {
    withdrawn(story, gone, own);
    return;
  }
  if (story.u('buy') >= policy.purchase.share) {
    const why =
      story.u('buy-why') < 0.5
        ? 'It is out of print.'
        : 'It is outside what the faculties asked us to collect.';
    story.say(decided, 'Unfilled', own, {
      note: `Not bought. ${why} Interlibrary loan stays open.`,
      reasonUnfilled: 'PolicyProblem',
    });
    return;
  }
  story.say(decided, 'WillSupply', own, { note: 'It has been ordered, and is kept for you when it comes.' });
  const ready = timesFor({ library, situation: story.situation, at: sent }).ordered({
    median: story.draw(policy.purchase, 'ordered'),
    likely: 250,
  });
  onShelf(story, laterOf(ready?.median ?? minutes(decided + 20_000), minutes(decided + 1440)), own);
}

export function question(story: Story, sent: Minutes): void {
  const { own, library } = story;
  story.say(sent, 'RequestReceived', own, { note: 'Received by the ask desk.' });
  const answered = story.after(sent, story.draw(library.policy.question, 'answer'), 'answer-at');
  const gone = story.cancelledBefore(answered);
  if (gone !== null) {
    withdrawn(story, gone, own);
    return;
  }
  const { best } = waysToRead(story.item, { library, situation: story.situation, at: answered });
  const title = best && say(best.title);
  const text = best
    ? `We looked: the soonest way is “${title}${best.place && !best.titled ? `, ${best.place}` : ''}”, ${say(best.label)}. Write again if that does not serve.`
    : 'We looked in the catalogues we can see and found nobody who lends it to us. Suggest it for purchase, or come to the desk and we look for something else on the subject.';
  story.say(answered, 'CompletedWithoutReturn', own, { note: text });
}
