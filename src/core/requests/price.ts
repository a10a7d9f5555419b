/**
 * The price of a slip, line by line: service, speed, delivery, royalty, less what the library pays for this reader.
 * Nothing is owed if nothing is supplied. All amounts in hundredths of a crown.
 */
import type { Route } from '../access/ways';
import type { Cents, Policy, ReaderCategory, Service, Speed } from '../policy/types';

export interface PriceLine {
  readonly what: string;
  readonly cents: Cents;
}
export interface Priced {
  readonly route: Route;
  readonly speed: Speed;
  readonly category: ReaderCategory;
  /** Volumes go by post. */
  readonly remote: boolean;
  readonly royalty: Cents;
}

const SERVICE: Record<Route, { tariff: 'own' | 'partner' | 'interlibrary'; service: Service; what: string }> = {
  hold: { tariff: 'own', service: 'loan', what: 'Hold' },
  transfer: { tariff: 'own', service: 'loan', what: 'Transfer between campuses' },
  post: { tariff: 'own', service: 'loan', what: 'Loan by post' },
  scan: { tariff: 'own', service: 'copy', what: 'Scan' },
  'partner-loan': { tariff: 'partner', service: 'loan', what: 'Loan from a partner' },
  'partner-copy': { tariff: 'partner', service: 'copy', what: 'Copy from a partner' },
  'ill-loan': { tariff: 'interlibrary', service: 'loan', what: 'Interlibrary loan' },
  'ill-copy': { tariff: 'interlibrary', service: 'copy', what: 'Interlibrary copy' },
};
export const serviceOf = (route: Route): Service => SERVICE[route].service;
/** Only routes that leave the house can be hurried for money. */
export const canHurry = (route: Route): boolean => SERVICE[route].tariff === 'interlibrary';

/** The lines in the order they are shown; their sum is what the reader pays and is never negative. */
export function priceOf(what: Priced, policy: Policy): PriceLine[] {
  const { tariff, service, what: label } = SERVICE[what.route];
  const lines: PriceLine[] = [{ what: label, cents: policy.price[tariff][service] }];
  if (what.speed === 'fast' && canHurry(what.route)) lines.push({ what: 'Fast handling', cents: policy.price.fast });
  if (what.remote && service === 'loan') lines.push({ what: 'Postage to your address', cents: policy.price.post });
  if (what.royalty > 0) lines.push({ what: 'Royalty to the rights holder', cents: what.royalty });
  const gross = lines.reduce((sum, l) => sum + l.cents, 0);
  // The subsidy pays for the ordinary service and its delivery, not for hurry and not for royalties.
  const fast = what.speed === 'fast' && canHurry(what.route) ? policy.price.fast : 0;
  const paid = Math.min(policy.price.subsidy[what.category][service], gross - what.royalty - fast);
  if (paid > 0) lines.push({ what: 'Paid by the library for you', cents: -paid });
  return lines;
}
export const totalOf = (lines: readonly PriceLine[]): Cents => lines.reduce((sum, l) => sum + l.cents, 0);

/** `6.00`, with a real minus sign. */
export const money = (cents: Cents): string => `${cents < 0 ? '−' : ''}${(Math.abs(cents) / 100).toFixed(2)}`;
