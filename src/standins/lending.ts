/**
 * The lending network, partners and our own desks, simulated: a pure function of the slip and the time it was sent. Asking
 * twice gives the same answer, so nothing is stored and a restart loses nothing. What comes out follows the same figures
 * that the promise is computed from: fill rates, answer days, transport, opening hours.
 */
import { addWorkingDays, nextOpen } from '../core/access/calendar';
import type { AccessItem } from '../core/access/options';
import { lendingFor } from '../core/access/options';
import { waysToRead } from '../core/access/ways';
import type { LendingTimeline } from '../core/engine/port';
import type { Library, ReaderSituation } from '../core/policy/types';
import { fraction } from '../core/random';
import type { IsoStatus, IsoSupplyingMessage } from '../core/requests/iso18626';
import { wantedItem } from '../core/requests/promise';
import type { Slip } from '../core/requests/slip';
import { addDays, clock, type DayNumber, dayOf, dayText, isoDay, isoLocal, type Minutes, minutes, parseLocal, startOf } from '../core/time';

export type SentSlip = Pick<Slip, 'id' | 'record' | 'wanted' | 'route' | 'from' | 'speed'> & { readonly sent: string };
const FILE_DAYS = 30;

export function lendingTimeline(slip: SentSlip, whole: AccessItem, library: Library, situation: ReaderSituation): LendingTimeline {
  const { policy } = library;
  const sent = parseLocal(slip.sent) as Minutes;
  const item = wantedItem(whole, slip.wanted);
  const copy = slip.wanted !== 'loan';
  const messages: IsoSupplyingMessage[] = [];
  const home = library.campuses.find((c) => c.id === situation.campus) ?? library.campuses[0];
  const say = (
    time: Minutes,
    status: IsoStatus,
    agency: string,
    name: string,
    note: string,
    more: Partial<IsoSupplyingMessage> = {},
  ): void => {
    messages.push({
      requestId: slip.id,
      supplyingAgency: agency,
      supplierName: name,
      timestamp: isoLocal(time),
      reason: status === 'RequestReceived' ? 'RequestResponse' : 'StatusChange',
      status,
      note,
      expected: '',
      url: '',
      ...more,
    });
  };
  const u = (salt: string) => fraction(`${slip.id}/${salt}`);
  /** A moment of that working day when people answer mail. */
  const during = (day: DayNumber, salt: string): Minutes => startOf(day, clock('09:30') + Math.floor(u(salt) * 360));
  const later = (a: Minutes, b: Minutes): Minutes => (a > b ? a : b);
  const after = (t: Minutes, n: number, salt: string): Minutes => later(during(addWorkingDays(policy, dayOf(t), n), salt), minutes(t + 20));
  const arrive = (day: DayNumber): Minutes =>
    situation.remote
      ? startOf(addWorkingDays(policy, day, 0), clock('12:00'))
      : home
        ? (nextOpen(home, policy, startOf(day), policy.shelf.lastEntryMinutes) ?? startOf(day))
        : startOf(day);
  const place = situation.remote ? 'your address' : (home?.name ?? '');
  const file = (t: Minutes): Partial<IsoSupplyingMessage> => ({
    url: slip.record
      ? `/standin/delivery/${slip.record}.pdf?slip=${slip.id}`
      : `/standin/delivery/unrecorded.pdf?${new URLSearchParams({ slip: slip.id, title: whole.record.csl.title })}`,
    expected: isoDay(addDays(dayOf(t), FILE_DAYS)),
  });
  const arrivalAt = (t: Minutes): LendingTimeline['arrival'] => ({ slip: slip.id, time: isoLocal(t), place });

  if (slip.route === 'ill-loan' || slip.route === 'ill-copy') {
    const plan = lendingFor(item, library, slip.speed);
    say(sent, 'RequestReceived', library.agency, library.name, 'Received by the interlibrary loan desk.');
    let now = after(sent, policy.lending.processingDays, 'desk');
    for (const { lender, p } of plan?.asked ?? []) {
      say(now, 'ExpectToSupply', lender.agency, lender.name, `${lender.name} has been asked.`);
      if (u(lender.id) >= p) {
        now = after(now, lender.answerDays, `${lender.id}-no`);
        continue;
      }
      const days = copy ? lender.copyDays : lender.loanDays;
      const wait = u(`${lender.id}-days`) < 0.6 ? days.median : u(`${lender.id}-days`) < 0.93 ? days.likely : days.likely + 2;
      const road = copy ? 0 : lender.country === policy.lending.country ? 1 : 3;
      const end = addWorkingDays(
        policy,
        dayOf(now),
        Math.max(
          1,
          wait + road + (situation.remote && !copy ? policy.post.median : 0) - (slip.speed === 'fast' ? policy.lending.fastSaves : 0),
        ),
      );
      const started = minutes(now + 90);
      say(started, 'WillSupply', lender.agency, lender.name, `${lender.name} supplies it.`);
      if (copy) {
        const done = later(startOf(end, clock(policy.scanDesk.sentAt)), minutes(started + 60));
        say(
          done,
          'CopyCompleted',
          lender.agency,
          lender.name,
          `The file is here; open it until ${dayText(addDays(dayOf(done), FILE_DAYS), dayOf(done))}.`,
          file(done),
        );
        return { messages, arrival: null };
      }
      const shipped = later(after(started, Math.max(0, wait - 1), `${lender.id}-ship`), minutes(started + 60));
      say(shipped, 'Loaned', lender.agency, lender.name, `Sent by ${lender.name}.`, { expected: isoDay(end) });
      return { messages, arrival: arrivalAt(later(arrive(end), minutes(shipped + 600))) };
    }
    say(now, 'Unfilled', library.agency, library.name, 'None of the libraries asked could supply it. You owe nothing.');
    return { messages, arrival: null };
  }

  // Our own desks and the partners: what the promise said, sometimes the later of its two dates.
  const { ways } = waysToRead(item, library, situation, sent);
  const way = ways.find((w) => w.action.do === 'slip' && w.action.route === slip.route && w.action.from === slip.from);
  const who = library.partners.find((p) => p.id === slip.from) ?? library.campuses.find((c) => c.id === slip.from);
  const [agency, name] = [who?.agency ?? library.agency, who?.name ?? library.name];
  say(sent, 'RequestReceived', agency, name, `Received at ${name}.`);
  if (!way?.ready) {
    say(after(sent, 1, 'no'), 'Unfilled', agency, name, 'It is no longer there. You owe nothing.');
    return { messages, arrival: null };
  }
  const promised = parseLocal(u('late') < 0.75 ? way.ready.median : way.ready.likely) as Minutes;
  const share = (part: number): Minutes => minutes(Math.round(sent + (promised - sent) * part));
  if (slip.route === 'hold') {
    say(share(0.9), 'WillSupply', agency, name, 'It has come back and is being put aside for you.');
  } else say(share(0.3), 'WillSupply', agency, name, copy ? 'On the scanner.' : 'Taken from the shelf.');
  if (copy) {
    say(
      promised,
      'CopyCompleted',
      agency,
      name,
      `The file is here; open it until ${dayText(addDays(dayOf(promised), FILE_DAYS), dayOf(promised))}.`,
      file(promised),
    );
    return { messages, arrival: null };
  }
  if (slip.route !== 'hold') say(share(0.6), 'Loaned', agency, name, `On its way from ${name}.`, { expected: isoDay(dayOf(promised)) });
  return { messages, arrival: arrivalAt(promised) };
}
