/**
 * Who writes and who is written to: our side of an exchange of ISO 18626 messages, and the agency that a slip
 * goes to.
 */
import type { Campus } from '../model/library';
import type { Policy } from '../model/policy';
import type { Slip } from '../model/slip';
import type { Correspondent } from './iso18626';

interface Us {
  readonly agency: string;
  readonly campuses: readonly Campus[];
  readonly policy: Pick<Policy, 'zone' | 'currency'>;
}
/** Our side of an exchange of messages. */
export const correspondent = ({ agency, campuses, policy }: Us): Correspondent => ({
  agency,
  campuses,
  zone: policy.zone,
  currency: policy.currency.code,
});

/** Whether an agency symbol is ours: the library's, or one of its campuses'. */
export const isOurAgency = ({ agency, campuses }: Pick<Us, 'agency' | 'campuses'>, symbol: string): boolean =>
  symbol === agency || campuses.some((c) => c.agency === symbol);

interface Neighbour {
  readonly id: string;
  readonly agency: string;
}
/**
 * The agency that a slip goes to: the partner or campus it names, or the network that asks one lender after
 * the other.
 * @returns an agency symbol; a name that is none of ours is passed on under the network's own prefix
 */
export const agencyAsked = (
  slip: Pick<Slip, 'from'>,
  {
    campuses,
    partners,
  }: { readonly campuses: readonly Neighbour[]; readonly partners: readonly Neighbour[] },
): string => [...partners, ...campuses].find((p) => p.id === slip.from)?.agency ?? `LGD:${slip.from}`;
