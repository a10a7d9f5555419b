/** Amounts in the library's currency. */
import type { Cents } from '../../core/model/library';
import { money } from '../../core/policy/price';
import { useHere } from './app';

export function useMoney(): (cents: Cents) => string {
  const { currency } = useHere().info.policy;
  return (cents) => money(cents, currency);
}
