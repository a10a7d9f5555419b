/** Amounts in the library's currency. */
import type { Cents } from '../../core/policy/types';
import { money } from '../../core/requests/price';
import { useHere } from './app';

export function useMoney(): (cents: Cents) => string {
  const { currency } = useHere().info.policy;
  return (cents) => money(cents, currency);
}
