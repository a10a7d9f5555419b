/** A slip at the moment of sending: what it was promised, held against what holds now. */

import { dayValue, type Message, moneyValue, msg } from '../model/message';
import type { Currency } from '../model/policy';
import type { Slip } from '../model/slip';
import { dayOf, type Minutes, parseDay, parseLocal } from '../model/time';
import type { SlipPromise } from './promise';

export interface SendingRefusal {
  /**
   * rule: not allowed · way: the way it was to go is closed · price: dearer than was agreed · late: no longer
   * in time.
   */
  readonly code: 'rule' | 'way' | 'price' | 'late';
  readonly text: Message;
}

/**
 * Why a slip may not go as it stands, or null. What the slip says was promised is the reader's copy; `now` is
 * worked out from the library's own data, so that nobody sends what the rules refuse, and nobody pays more
 * than they agreed to.
 */
export function refusalOf(
  slip: Slip,
  now: SlipPromise,
  currency: Pick<Currency, 'sign'>,
): SendingRefusal | null {
  const refused = now.rules.find((r) => r.weight === 'refuse');
  if (refused)
    return {
      code: 'rule',
      text: refused.allowed
        ? msg('request.refusedButPossible', { text: refused.text, allowed: refused.allowed })
        : refused.text,
    };
  if (now.route !== slip.route || now.from !== slip.from)
    return {
      code: 'way',
      text: msg('request.theWayItWasToCome'),
    };
  const agreed = slip.promised;
  if (agreed && now.total > agreed.total)
    return {
      code: 'price',
      text: msg('request.thePriceIsNowNotOpen', {
        total: moneyValue(now.total, currency),
        total2: moneyValue(agreed.total, currency),
      }),
    };
  const need = parseDay(slip.needBy);
  const likely = agreed ? parseLocal(agreed.likely) : null;
  if (agreed && need !== null && likely !== null && dayOf(likely) <= need && now.verdict === 'too-late')
    return {
      code: 'late',
      text: msg('request.itWouldComeNowAfterThe', {
        part: now.median
          ? msg('request.on', { dayOf: dayValue(dayOf(parseLocal(now.median) as Minutes)) })
          : msg('request.tooLate'),
      }),
    };
  return null;
}
