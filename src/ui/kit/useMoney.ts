/** Amounts in the library's currency. */
import type { Cents } from '../../core/model/codes';
import { sayMoney } from '../../words/say';
import { useHere } from './app';

export function useMoney(): (cents: Cents) => string {
  const { currency } = useHere().info.policy;
  return (cents) => sayMoney(cents, currency.sign);
}
