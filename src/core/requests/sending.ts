/** A slip at the moment of sending: what it was promised, held against what holds now. */

import type { Currency } from '../model/library';
import type { Slip } from '../model/slip';
import { dayOf, dayText, type Minutes, parseDay, parseLocal } from '../model/time';
import { money } from '../policy/price';
import type { SlipPromise } from './promise';

export interface SendingRefusal {
  /** rule: not allowed · way: the way it was to go is closed · price: dearer than was agreed · late: no longer in time. */
  readonly code: 'rule' | 'way' | 'price' | 'late';
  readonly text: string;
}

/**
 * Why a slip may not go as it stands, or null. What the slip says was promised is the reader's copy; `now` is worked out
 * from the library's own data, so that nobody sends what the rules refuse, and nobody pays more than they agreed to.
 */
export function refusalOf(
  slip: Slip,
  now: SlipPromise,
  currency: Pick<Currency, 'sign'>,
): SendingRefusal | null {
  const refused = now.rules.find((r) => r.weight === 'refuse');
  if (refused)
    return { code: 'rule', text: [refused.text, refused.allowed].filter(Boolean).join(' Possible: ') };
  if (now.route !== slip.route || now.from !== slip.from)
    return {
      code: 'way',
      text: 'The way it was to come is not open any more. Open the slip: it shows the ways there are now.',
    };
  const agreed = slip.promised;
  if (agreed && now.total > agreed.total)
    return {
      code: 'price',
      text: `The price is now ${money(now.total, currency)}, not ${money(agreed.total, currency)}. Open the slip and send it again if you agree.`,
    };
  const need = parseDay(slip.needBy);
  const likely = agreed ? parseLocal(agreed.likely) : null;
  if (agreed && need !== null && likely !== null && dayOf(likely) <= need && now.verdict === 'too-late')
    return {
      code: 'late',
      text: `It would come ${now.median ? `on ${dayText(dayOf(parseLocal(now.median) as Minutes))}` : 'too late'} now, after the day you need it. Open the slip and send it again if you want it all the same.`,
    };
  return null;
}
