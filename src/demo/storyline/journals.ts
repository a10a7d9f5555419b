/**
 * The storyline's own journals: one for each rule of coverage and of peer review that a reader can run into.
 */
import { issn } from '../../core/model/identifiers';
import {
  type CampusId,
  type Journal,
  type JournalId,
  ownerSet,
  type PartnerId,
} from '../../core/model/record';
import type { KbartLine } from '../../core/model/titleList';
import { LENDERS } from '../library';

const at = (id: string) => id as CampusId;
const by = (id: string) => id as PartnerId;
const lenders = (...positions: number[]): string => ownerSet(positions, LENDERS.length);
/** Positions of the first `n` lenders that satisfy a condition. */
export const lendersWhere = (ok: (l: (typeof LENDERS)[number]) => boolean, n: number): number[] =>
  LENDERS.flatMap((l, i) => (ok(l) ? [i] : [])).slice(0, n);

const journal = (n: number, title: string, from: number, more: Partial<Journal>): Journal => ({
  id: `s${n}` as JournalId,
  title,
  issn: issn(String(6900000 + n)),
  eissn: issn(String(6950000 + n)),
  publisher: 'Grenholm Scientific',
  language: 'en',
  discipline: 'phycology',
  from,
  refereed: [{ from }],
  print: [],
  partnerPrint: [],
  owners: lenders(...lendersWhere((l) => l.sort === 'university', 30)),
  ...more,
});

export const STORY_JOURNALS = {
  coastalFood: journal(1, 'Coastal Food Systems', 2010, { publisher: 'Meridian & Loft' }),
  islandNutrition: journal(2, 'Annals of Island Nutrition', 2009, {
    print: [{ campus: at('saltmarsh'), from: 2009, to: 2017, callNumber: 'TX 341 .A5', rule: 'premises' }],
    partnerPrint: [{ partner: by('brackmoor'), from: 2009, to: 2026, callNumber: 'PER 613', rule: 'loan' }],
  }),
  shoreLaw: journal(3, 'Journal of Shore and Sea Law of Vessary', 1991, {
    discipline: 'marinelaw',
    publisher: 'Saltgate Academic',
  }),
  skerryHistory: journal(4, 'Skerry Historical Review', 1931, {
    discipline: 'history',
    refereed: [{ from: 1978 }],
    print: [{ campus: at('quayside'), from: 1931, to: 2004, callNumber: 'DV 1 .S5', rule: 'premises' }],
    publisher: 'The Tessel Society',
  }),
  plateAndShore: journal(5, 'Plate and Shore', 1998, {
    refereed: [],
    discipline: 'nutrition',
    publisher: 'Lanternhouse',
    print: [{ campus: at('quayside'), from: 1998, to: 2026, callNumber: 'TX 1 .P5', rule: 'premises' }],
  }),
  aquaticFarming: journal(6, 'Archive for Aquatic Farming', 1985, { discipline: 'aquaculture' }),
  foodLetters: journal(7, 'Vessary Food Letters', 2001, { discipline: 'nutrition', refereed: 'unknown' }),
  algalChemistry: journal(8, 'Fathom: Studies in Algal Chemistry', 1974, { discipline: 'chemistry' }),
  oldBulletin: journal(9, 'Bulletin of the Tarnholm Kelp Commission', 1889, {
    to: 1938,
    refereed: [],
    owners: lenders(...lendersWhere((l) => l.sort === 'archive', 6)),
    discipline: 'history',
  }),
  farShore: journal(10, 'Far Shore Ethnography', 1988, {
    discipline: 'anthropology',
    owners: lenders(...lendersWhere((l) => l.country !== 'XV' && l.lendsTo === 'home', 24)),
  }),
} as const satisfies Record<string, Journal>;

const line = (j: Journal, provider: string, more: Partial<KbartLine>): readonly [JournalId, KbartLine] => [
  j.id,
  {
    provider,
    publication_title: j.title,
    print_identifier: j.issn,
    online_identifier: j.eissn,
    title_id: j.id,
    coverage_depth: 'fulltext',
    publication_type: 'serial',
    access_type: 'P',
    publisher_name: j.publisher,
    title_url: `/standin/publisher/${provider}/${j.id}`,
    ...more,
  },
];
const J = STORY_JOURNALS;
export const STORY_LINES: readonly (readonly [JournalId, KbartLine])[] = [
  line(J.coastalFood, 'meridian', { date_first_issue_online: '2010', num_first_vol_online: '1' }),
  line(J.islandNutrition, 'harbourlight', {
    date_first_issue_online: '2018',
    num_first_vol_online: '10',
    embargo_info: 'P1Y',
  }),
  line(J.shoreLaw, 'opentide', {
    date_first_issue_online: '2005',
    num_first_vol_online: '15',
    access_type: 'F',
  }),
  line(J.skerryHistory, 'quillan', { date_first_issue_online: '1990', date_last_issue_online: '1999' }),
  line(J.skerryHistory, 'quillan', { date_first_issue_online: '2006' }),
  line(J.aquaticFarming, 'ashgrove', { date_first_issue_online: '1998' }),
  line(J.foodLetters, 'abstrakta', { date_first_issue_online: '2001', coverage_depth: 'abstracts' }),
  line(J.algalChemistry, 'grenholm', { date_first_issue_online: '1997', embargo_info: 'R10Y' }),
];
