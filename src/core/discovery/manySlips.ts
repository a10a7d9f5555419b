/**
 * Slips for many things at once: one is written for each that can be supplied, by its soonest way, with its
 * promise; what stands earlier in the list counts as asked for, so that nothing is asked for twice and the
 * rules count all that goes.
 */

import { type Message, msg } from '../model/message';
import type { Reader } from '../model/reader';
import type { ReferenceItem } from '../model/record';
import { recordId } from '../model/record';
import type { Slip } from '../model/slip';
import type { Way, WayAction } from '../model/ways';
import { beginSlip, type Wished, wishedFrom } from '../requests/begin';
import type { CopyHistory } from '../requests/history';
import { historyFor } from '../requests/history';
import type { Weight } from '../requests/rules';
import { slipFaults } from '../requests/schema';
import { duplicateOf } from '../requests/slip';
import type { ResolvedMatch } from './answers';

export interface Thing {
  readonly id: string;
  readonly csl: ReferenceItem;
  readonly match:
    | (Pick<ResolvedMatch, 'id' | 'csl' | 'kind'> & { readonly best: { readonly action: WayAction } | null })
    | null;
}
/** What of a promise decides whether a slip goes. */
interface Promising {
  readonly route: Slip['route'];
  readonly from: string;
  readonly median: string | null;
  readonly rules: readonly { readonly weight: Weight; readonly text: Message | string }[];
}
export interface Written<P extends Promising> {
  readonly thing: Thing;
  /** null where nobody can supply it. */
  readonly slip: Slip | null;
  readonly promise: P | null;
  /** Why it can't go with the others; null when it can. */
  readonly hindered: Message | string | null;
  /** It is asked for already, in this list or before: nothing to keep as a draft. */
  readonly twice?: boolean;
}
/** What is asked of the index on the way. Rejections end the writing. */
export interface Asking<P extends Promising> {
  readonly ways: (asked: string | ReferenceItem) => Promise<readonly Pick<Way, 'action'>[]>;
  readonly promise: (slip: Slip, history: CopyHistory) => Promise<P>;
  readonly newId: () => string;
}

const wishedOf = ({ match, csl }: Thing): Wished =>
  match ? { id: recordId(match.id), csl: match.csl, kind: match.kind } : wishedFrom({ by: 'openurl', csl });
const NOBODY = msg('found.nobodyCanSupplyItSeeIts');

/**
 * @param slips the reader's other slips
 * @param needBy ISO day, or empty
 * @param now ISO local time
 */
export async function writeSlips<P extends Promising>(
  things: readonly Thing[],
  { reader, slips, needBy, now }: { reader: Reader; slips: readonly Slip[]; needBy: string; now: string },
  asking: Asking<P>,
): Promise<Written<P>[]> {
  const going: Slip[] = [];
  const write = async (thing: Thing): Promise<Written<P>> => {
    const { match, csl } = thing;
    const known = match?.best?.action.do === 'slip' ? match.best : null;
    const ways = known ? [] : await asking.ways(match?.id ?? csl);
    const action = known?.action ?? ways.map((w) => w.action).find((a) => a.do === 'slip');
    if (action?.do !== 'slip') return { thing, slip: null, promise: null, hindered: NOBODY };
    const manner = { route: action.route, from: action.from, needBy, part: false, course: '' };
    const slip = beginSlip(manner, wishedOf(thing), [], { reader, id: asking.newId(), now });
    const earlier = duplicateOf(slip, going);
    if (earlier)
      return {
        thing,
        slip,
        promise: null,
        hindered: msg('found.itStandsInThisListBefore'),
        twice: true,
      };
    if (duplicateOf(slip, slips))
      return { thing, slip, promise: null, hindered: msg('found.youHaveAnOpenSlipFor'), twice: true };
    const promise = await asking.promise(slip, historyFor(slip, [...slips, ...going]));
    const refused = promise.rules.find((r) => r.weight === 'refuse');
    const fault = slipFaults({ ...slip, declared: true }, now.slice(0, 10))[0];
    const hindered =
      refused?.text ?? fault?.text ?? (promise.median ? null : msg('found.noDateCanBePromisedFor'));
    const settled: Slip = { ...slip, route: promise.route, from: promise.from };
    // What goes counts as asked for; its place is Outgoing.
    if (hindered === null) going.push({ ...settled, state: 'outgoing' });
    return { thing, slip: settled, promise, hindered };
  };
  const out: Written<P>[] = [];
  for (const thing of things) out.push(await write(thing));
  return out;
}
