/** What has come: a file to open, a volume on the pickup shelf, and all that follows while it is on loan. */

import { addDays, clock, dayOf, isoDay, type Minutes, parseDay, startOf } from '../../core/model/time';
import { dueDay, loanDays, renewalsLeft } from '../../core/requests/loans';
import { dayText } from '../../words/days';
import type { Party, Story } from './story';

const RECALLED = 0.12;
const RENEWAL_REFUSED = 0.15;

/** The file is there. */
export function deliver(story: Story, who: Party, t: Minutes): void {
  const { slip, library } = story;
  const until = addDays(dayOf(t), library.policy.files.openDays);
  const locked = library.policy.files.encrypted.includes(slip.route)
    ? ' It is encrypted; the password is the slip’s number.'
    : '';
  const params = new URLSearchParams({ slip: slip.id, until: isoDay(until) });
  if (locked) params.set('locked', '1');
  if (!slip.record) params.set('title', story.item.record.csl.title);
  story.say(t, 'CopyCompleted', who, {
    note: `The file is here; open it until ${dayText(until, dayOf(t))}.${locked}`,
    url: `/standin/delivery/${encodeURIComponent(slip.record || 'unrecorded')}.pdf?${params}`,
    expected: isoDay(until),
  });
}

/** A volume on the pickup shelf, collected or not, and all that follows while it is on loan. */
export function onShelf(story: Story, t: Minutes, who: Party): void {
  const { library, slip, home, situation } = story;
  const { policy } = library;
  const place = situation.remote ? 'your address' : home.name;
  const kept = addDays(dayOf(t), policy.shelf.pickupDays);
  const text = situation.remote ? 'Delivered to your address.' : '';
  story.notice({ kind: 'arrived', time: t, place, until: kept, text });
  const collected = story.reader(t, 'collect');
  if (!collected) {
    if (!situation.remote)
      story.notice({
        kind: 'lapsed',
        time: startOf(addDays(kept, 1), clock('09:00')),
        place,
        until: kept,
        text: '',
      });
    return;
  }
  const days = loanDays(policy, slip.route, situation.category);
  let due =
    (collected.due ? parseDay(collected.due) : null) ?? dueDay(library, home.id, dayOf(collected.at), days);
  const returned = story.said.find((s) => s.act === 'return');
  const over = (day: Minutes): boolean => returned !== undefined && returned.at <= day;
  const lent = slip.route === 'ill-loan';
  const renewals = story.said.filter((s) => s.act === 'renew');
  let used = 0;
  let recalledAt: Minutes | null = null;
  const recall = story.u('recall');
  const recallDay = addDays(dayOf(collected.at), Math.max(5, Math.floor(days * (0.3 + recall))));
  const mayRecall = (lent && recall < RECALLED) || slip.note.toLowerCase().includes('recall this');
  const events: { at: Minutes; do: () => void }[] = [];
  const scheduleRecall = (): void => {
    const at = startOf(recallDay, clock('11:00'));
    if (!mayRecall || over(at)) return;
    events.push({
      at,
      do: () => {
        recalledAt = at;
        const by = dueDay(library, home.id, recallDay, policy.loans.recallDays);
        if (by < due) due = by;
        story.say(at, 'Recalled', who, {
          note: `${who.name} needs it back: return it by ${dayText(due)}.`,
          due: isoDay(due),
        });
      },
    });
  };
  scheduleRecall();
  renewals.forEach((r, n) => {
    events.push({
      at: r.at,
      do: () => {
        const left = renewalsLeft(policy, situation.category, used);
        const late = dayOf(r.at) > due;
        const no =
          recalledAt !== null
            ? 'It has been recalled: somebody waits for it.'
            : left === 0
              ? `It has been renewed as often as it can be (${policy.loans.renewals[situation.category]}).`
              : late
                ? 'It is overdue: bring it back first.'
                : lent && story.u(`renewal-${n}`) < RENEWAL_REFUSED
                  ? `${who.name} does not renew this one.`
                  : null;
        if (no !== null) {
          story.say(r.at, 'Loaned', who, {
            note: `Not renewed. ${no}`,
            reason: 'RenewResponse',
            answer: 'N',
            due: isoDay(due),
          });
          return;
        }
        used++;
        due = dueDay(library, home.id, due, policy.loans.renewalDays);
        story.say(r.at, 'Loaned', who, {
          note: `Renewed until ${dayText(due)}.`,
          reason: 'RenewResponse',
          answer: 'Y',
          due: isoDay(due),
        });
      },
    });
  });
  events.sort((a, b) => a.at - b.at);
  let next = 0;
  // Notices follow the due day as it stands when they come up.
  for (let guard = 0; guard < 20; guard++) {
    const noticeAt = startOf(addDays(due, -policy.loans.noticeDays), clock('08:00'));
    const event = events[next];
    if (event && event.at <= noticeAt) {
      event.do();
      next++;
      continue;
    }
    if (!over(noticeAt) && recalledAt === null && noticeAt > collected.at)
      story.say(noticeAt, 'Loaned', who, {
        note: `Due on ${dayText(due)}. Renew it or bring it back.`,
        reason: 'Notification',
        due: isoDay(due),
      });
    const overdueAt = startOf(addDays(due, 1), clock('08:00'));
    if (event && event.at < overdueAt) {
      event.do();
      next++;
      continue;
    }
    if (!over(overdueAt))
      story.say(overdueAt, 'Overdue', who, {
        note: `It was due on ${dayText(due)}. Bring it back; nobody else can have it meanwhile.`,
        due: isoDay(due),
      });
    for (; next < events.length; next++) events[next]?.do();
    break;
  }
  if (returned) {
    const back = story.after(returned.at, lent ? 1 : 0, 'taken-back');
    story.say(back, 'LoanCompleted', who, {
      note: lent
        ? `On its way back to ${who.name}. Nothing more to do.`
        : 'Back on its shelf. Nothing more to do.',
    });
  }
}
