/** Copies on the shelves of the made-up university and its partners. */
import type {
  CampusId,
  Copy,
  CopyStatus,
  CslName,
  DiscoveryRecord,
  PartnerCopy,
} from '../../core/model/record';
import { dayNumber, isoDay } from '../../core/model/time';
import type { Random } from '../../core/random';
import { levelOf } from '../../core/shelf/levels';
import { DEMO_TODAY } from '../clock';
import { drawOwners } from '../journals';
import { CAMPUSES, PARTNERS } from '../library';
import type { Discipline } from '../vocabulary/disciplines';

const due = (days: number): string => isoDay(dayNumber(DEMO_TODAY + days));
function statusOf(r: Random): CopyStatus {
  const u = r();
  if (u < 0.72) return { state: 'in' };
  if (u < 0.95) return { state: 'out', due: due(r.int(-9, 38)), queue: r.skew(4, 3) };
  return u < 0.975 ? { state: 'transit', due: due(r.int(1, 4)) } : { state: 'missing' };
}

/** A call number in the library's scheme: Dewey at Saltmarsh, Library of Congress elsewhere. */
function callNumberFor(
  r: Random,
  campus: CampusId,
  d: { lc: string; dewey: string },
  name: CslName | undefined,
  year: number,
): string {
  const family = (name?.family ?? name?.literal ?? 'Anon').replace(/^(van der|de|af) /, '');
  if (campus === 'saltmarsh')
    return `${d.dewey.includes('.') ? d.dewey : `${d.dewey}.${r.int(1, 99)}`} ${family.slice(0, 3).toUpperCase()}`;
  return `${d.lc} ${r.int(1, 989)}${r.chance(0.4) ? `.${r.int(1, 9)}` : ''} .${family.charAt(0).normalize('NFD').charAt(0).toUpperCase()}${r.int(11, 98)} ${year}`;
}
/** Who owns a printed thing: our copies, the partners' and, as a list of numbers, the lenders further off. */
export function holdings(
  r: Random,
  d: Discipline,
  name: CslName | undefined,
  year: number,
  popularity: number,
): Pick<DiscoveryRecord, 'copies' | 'partnerCopies' | 'owners'> {
  const copies: Copy[] = [];
  for (const c of CAMPUSES) {
    const p = (c.id === d.campus ? 0.5 : 0.08) * (0.4 + popularity);
    if (!r.chance(p)) continue;
    for (let n = r.chance(0.12) ? 2 : 1; n > 0; n--) {
      const otherwise = c.id === 'saltmarsh' ? 'Reading room' : `Level ${r.int(1, 4)}`;
      const callNumber = callNumberFor(r, c.id, d, name, year);
      copies.push({
        campus: c.id,
        location: levelOf(c, callNumber) ?? otherwise,
        callNumber,
        status: statusOf(r),
        rule: year < 1925 || r.chance(0.04) ? 'premises' : r.chance(0.06) ? 'short-loan' : 'loan',
      });
    }
  }
  const partnerCopies: PartnerCopy[] = PARTNERS.filter(() => r.chance(0.16 * (0.4 + popularity))).map(
    (p) => ({
      partner: p.id,
      callNumber: callNumberFor(r, 'quayside' as CampusId, d, name, year),
      status: statusOf(r),
    }),
  );
  return {
    ...(copies.length ? { copies } : {}),
    ...(partnerCopies.length ? { partnerCopies } : {}),
    owners: drawOwners(r, popularity * 0.8),
  };
}
