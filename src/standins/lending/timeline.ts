/**
 * The lending network, the partners and our own desks, simulated: a pure function of the slip with what its
 * reader said so far. Asking twice gives the same answer, so nothing is stored and a restart loses nothing.
 *
 * How lenders behave is seeded and is *not* what the promise is computed from. A library knows published
 * policies and past turnaround (`Lender`); the truth behind them wanders: each lender's fill rate is up to
 * four points off what it was, its days come from the same kind of distribution shifted by its own habit, and
 * now and then a parcel is lost, a loan comes with a condition, a volume is on loan and may be asked for
 * later. `npm run bench -- lending` compares the two.
 */
import type { AccessItem } from '../../core/access/options';
import type { Library } from '../../core/model/library';
import type { ReaderSituation } from '../../core/model/reader';
import { type Minutes, parseLocal } from '../../core/model/time';
import { nearby, purchase, question } from './desks';
import { interlibrary } from './network';
import type { LendingTimeline } from './port';
import { type SentSlip, Story } from './story';

/** All that will be said about a slip, as far as its reader's own acts let it go on. */
export function lendingTimeline(
  slip: SentSlip,
  whole: AccessItem,
  library: Library,
  reader: ReaderSituation,
): LendingTimeline {
  const story = new Story(slip, whole, library, reader);
  const sent = parseLocal(slip.sent) as Minutes;
  if (slip.wanted === 'purchase') purchase(story, sent);
  else if (slip.wanted === 'question') question(story, sent);
  else if (slip.route === 'ill-loan' || slip.route === 'ill-copy') interlibrary(story, sent);
  else nearby(story, sent);
  return { messages: story.messages, notices: story.notices };
}

export type { SentSlip } from './story';
