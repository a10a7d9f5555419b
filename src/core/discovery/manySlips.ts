/**
 * Slips for many things at once: one is written for each that can be supplied, by its soonest way, with its promise; what
 * stands earlier in the list counts as asked for, so that nothing is asked for twice and the rules count all that goes.
 */

import type { Reader } from '../model/library';
import type { ReferenceItem } from '../model/record';
import { recordId } from '../model/record';
import type { Slip } from '../model/slip';
import type { Way } from '../model/ways';
import { beginSlip, type Wished, wishedFrom } from '../requests/begin';
import type { CopyHistory } from '../requests/history';
import { historyFor } from '../requests/history';
import type { SlipPromise } from '../requests/promise';
import { slipFaults } from '../requests/schema';
import { duplicateOf } from '../requests/slip';
import type { ResolvedMatch } from './answers';

export interface Thing {
  readonly id: string;
  readonly csl: ReferenceItem;
  readonly match: Pick<ResolvedMatch, 'id' | 'csl' | 'kind' | 'best'> | null;
}
export interface Written {
  readonly thing: Thing;
  /** null where nobody can supply it. */
  readonly slip: Slip | null;
  readonly promise: SlipPromise | null;
  /** Why it can't go with the others; null when it can. */
  readonly hindered: string | null;
  /** It is asked for already, in this list or before: nothing to keep as a draft. */
  readonly twice?: boolean;
}
/** What is asked of the index on the way. Rejections end the writing. */
export interface Asking {
  readonly ways: (asked: string | ReferenceItem) => Promise<readonly Way[]>;
  readonly promise: (slip: Slip, history: CopyHistory) => Promise<SlipPromise>;
  readonly newId: () => string;
}

const wishedOf = ({ match, csl }: Thing): Wished =>
  match ? { id: recordId(match.id), csl: match.csl, kind: match.kind } : wishedFrom({ by: 'openurl', csl });
const NOBODY = 'Nobody can supply it: see its page for a visit or another edition.';

/**
 * @param slips the reader's other slips
 * @param needBy ISO day, or empty
 * @param now ISO local time
 */
export async function writeSlips(
  things: readonly Thing[],
  { reader, slips, needBy, now }: { reader: Reader; slips: readonly Slip[]; needBy: string; now: string },
  asking: Asking,
): Promise<Written[]> {
  const going: Slip[] = [];
  const write = async (thing: Thing): Promise<Written> => {
    const { match, csl } = thing;
    const known = match?.best?.action.do === 'slip' ? match.best : null;
    const ways = known ? [] : await asking.ways(match?.id ?? csl);
    const action = known?.action ?? ways.map((w) => w.action).find((a) => a.do === 'slip');
    if (action?.do !== 'slip') return { thing, slip: null, promise: null, hindered: NOBODY };
    const manner = { route: action.route, from: action.from, needBy, part: false, course: '' };
    const slip = beginSlip(manner, wishedOf(thing), [], reader, asking.newId(), now);
    const earlier = duplicateOf(slip, going);
    if (earlier)
      return {
        thing,
        slip,
        promise: null,
        hindered: 'It stands in this list before: one slip is enough.',
        twice: true,
      };
    if (duplicateOf(slip, slips))
      return { thing, slip, promise: null, hindered: 'You have an open slip for this already.', twice: true };
    const promise = await asking.promise(slip, historyFor(slip, [...slips, ...going]));
    const refused = promise.rules.find((r) => r.weight === 'refuse');
    const fault = slipFaults({ ...slip, declared: true }, now.slice(0, 10))[0];
    const hindered =
      refused?.text ?? fault?.text ?? (promise.median ? null : 'No date can be promised for it.');
    const settled: Slip = { ...slip, route: promise.route, from: promise.from };
    // What goes counts as asked for; its place is Outgoing.
    if (hindered === null) going.push({ ...settled, state: 'outgoing' });
    return { thing, slip: settled, promise, hindered };
  };
  const out: Written[] = [];
  for (const thing of things) out.push(await write(thing));
  return out;
}
