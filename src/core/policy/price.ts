/**
 * The price of a slip, line by line: service, speed, delivery, royalty, less what the library pays for this
 * reader. Nothing is owed if nothing is supplied. All amounts in hundredths of the library's currency.
 */

import type { Cents, PriceWhat, ReaderCategory, Route, Service, Speed } from '../model/codes';
import type { Policy } from '../model/policy';
import type { PriceLine } from '../model/slip';

export interface Priced {
  readonly route: Route;
  readonly speed: Speed;
  readonly category: ReaderCategory;
  /** Volumes go by post. */
  readonly remote: boolean;
  readonly royalty: Cents;
}

type Tariff = 'own' | 'partner' | 'interlibrary';
const SERVICE: Record<Route, { tariff: Tariff; service: Service; what: PriceWhat } | null> = {
  hold: { tariff: 'own', service: 'loan', what: 'hold' },
  transfer: { tariff: 'own', service: 'loan', what: 'transfer' },
  post: { tariff: 'own', service: 'loan', what: 'post' },
  scan: { tariff: 'own', service: 'copy', what: 'scan' },
  'partner-loan': { tariff: 'partner', service: 'loan', what: 'partner-loan' },
  'partner-copy': { tariff: 'partner', service: 'copy', what: 'partner-copy' },
  'ill-loan': { tariff: 'interlibrary', service: 'loan', what: 'ill-loan' },
  'ill-copy': { tariff: 'interlibrary', service: 'copy', what: 'ill-copy' },
  // A suggestion and a question are free.
  purchase: null,
  question: null,
};
/** What a road gives: a volume or a copy; null for suggestions and questions. */
export const serviceOf = (route: Route): Service | null => SERVICE[route]?.service ?? null;
/** Only routes that leave the house can be hurried for money. */
export const canHurry = (route: Route): boolean => SERVICE[route]?.tariff === 'interlibrary';

/**
 * The lines in the order they are shown; their sum is what the reader pays, never negative and never over the
 * ceiling.
 * @example priceOf({ route: 'ill-copy', speed: 'standard', category: 'staff', remote: false, royalty: 0 },
 *   policy) // [{ what: 'ill-copy', cents: 600 }, { what: 'subsidy', cents: -600 }]
 */
export function priceOf(what: Priced, policy: Policy): PriceLine[] {
  const about = SERVICE[what.route];
  if (!about) return [];
  const { tariff, service, what: label } = about;
  const lines: PriceLine[] = [{ what: label, cents: policy.price[tariff][service] }];
  const fast = what.speed === 'fast' && canHurry(what.route) ? policy.price.fast : 0;
  if (fast) lines.push({ what: 'fast', cents: fast });
  if (what.remote && service === 'loan') lines.push({ what: 'postage', cents: policy.price.post });
  if (what.royalty > 0) lines.push({ what: 'royalty', cents: what.royalty });
  const gross = grossOf(lines);
  // The subsidy pays for the ordinary service and its delivery, not for hurry and not for royalties.
  const paid = Math.min(policy.price.subsidy[what.category][service], gross - what.royalty - fast);
  if (paid > 0) lines.push({ what: 'subsidy', cents: -paid });
  const over = totalOf(lines) - policy.price.ceiling;
  if (over > 0) lines.push({ what: 'ceiling', cents: -over });
  return lines;
}
/** The sum of a price’s lines, in hundredths. */
export const totalOf = (lines: readonly PriceLine[]): Cents => lines.reduce((sum, l) => sum + l.cents, 0);
/** What it costs before anything is taken off. */
export const grossOf = (lines: readonly PriceLine[]): Cents =>
  lines.reduce((sum, l) => sum + Math.max(0, l.cents), 0);
