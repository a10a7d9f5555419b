/**
 * The storyline: a seminar paper on seaweed as food – growing, law, taste and history. Written by hand, so
 * that each case a student can meet is met at least once: readable now, behind a moving wall, another
 * campus's licence, in print only, on loan with a queue, at a partner, owned by archives only, retracted,
 * unreviewed piece in a refereed journal, and so on.
 */
import { isbn13 } from '../../core/model/identifiers';
import { KINDS, type Kind } from '../../core/model/kinds';
import {
  type CampusId,
  type Copy,
  type CopyRule,
  type CopyStatus,
  type CslItem,
  type CslName,
  type DiscoveryRecord,
  type Journal,
  ownerSet,
  type PartnerCopy,
  type PartnerId,
  type ProviderId,
  type RecordId,
  recordId,
} from '../../core/model/record';
import { LENDERS } from '../library';
import { STORY_JOURNALS as J, lendersWhere } from './journals';

const names = (text: string): CslName[] =>
  text
    .split('; ')
    .map((n) =>
      n.startsWith('=')
        ? { literal: n.slice(1) }
        : { family: n.split(', ')[0] ?? '', given: n.split(', ')[1] ?? '' },
    );
const owners = (positions: readonly number[]): string => ownerSet(positions, LENDERS.length);
const WIDELY = owners(lendersWhere((l) => l.sort === 'university' || l.sort === 'college', 38));
const SOME = owners(lendersWhere((l) => l.sort === 'university' && l.country === 'XV', 4));
const ARCHIVES = owners(lendersWhere((l) => l.sort === 'archive', 5));
const ABROAD = owners(lendersWhere((l) => l.country !== 'XV' && l.lendsTo === 'home', 40));

const IN: CopyStatus = { state: 'in' };
const out = (due: string, queue = 0): CopyStatus => ({ state: 'out', due, queue });
const copy = (
  campus: string,
  location: string,
  callNumber: string,
  status: CopyStatus = IN,
  rule: CopyRule = 'loan',
): Copy => ({
  campus: campus as CampusId,
  location,
  callNumber,
  status,
  rule,
});
const partner = (id: string, callNumber: string, status: CopyStatus = IN): PartnerCopy => ({
  partner: id as PartnerId,
  callNumber,
  status,
});

type More = Partial<Omit<DiscoveryRecord, 'id' | 'csl' | 'kind'>> & {
  readonly abstract?: string;
  readonly csl?: Partial<CslItem>;
  readonly month?: number;
};
const records: DiscoveryRecord[] = [];
let n = 0;
const nextId = (): RecordId => recordId(`tu${String(++n).padStart(7, '0')}`);
const SEAWEED = ['Algae as food', 'Seaweed culture'];

function article(
  kind: Kind,
  title: string,
  by: string,
  journal: Journal,
  year: number,
  issue: number,
  page: string,
  subjects: readonly string[],
  more: More = {},
): RecordId {
  const id = nextId();
  const { abstract, csl, month, ...rest } = more;
  const date: [number, number?] = month ? [year, month] : [year];
  records.push({
    id,
    kind,
    carrier: 'online',
    languages: ['en'],
    subjects,
    audience: 'research',
    source: 'Article feed',
    journal: journal.id,
    ...rest,
    csl: {
      id,
      type: KINDS[kind].csl,
      title,
      author: names(by),
      'container-title': journal.title,
      volume: String(year - journal.from + 1),
      issue: String(issue),
      page,
      issued: { 'date-parts': [date] },
      ISSN: journal.issn,
      publisher: journal.publisher,
      language: 'en',
      DOI: `10.5555/${journal.id}.${year}.${page.split('-')[0]}`,
      ...(abstract ? { abstract } : {}),
      ...csl,
    },
  });
  return id;
}
function volume(
  kind: Kind,
  title: string,
  by: string,
  publisher: string,
  year: number,
  pages: number,
  subjects: readonly string[],
  more: More = {},
): RecordId {
  const id = nextId();
  const { abstract, csl, month: _m, ...rest } = more;
  const editors = by.endsWith(' (ed)');
  const people = names(by.replace(/ \(ed\)$/, ''));
  records.push({
    id,
    kind,
    carrier: 'print',
    languages: ['en'],
    subjects,
    audience: 'student',
    source: 'Tarnholm catalogue',
    owners: WIDELY,
    ...rest,
    csl: {
      id,
      type: KINDS[kind].csl,
      title,
      ...(editors ? { editor: people } : { author: people }),
      publisher,
      issued: { 'date-parts': [[year]] },
      language: 'en',
      ...(pages ? { 'number-of-pages': String(pages) } : {}),
      ...(kind === 'book' && year > 1969 ? { ISBN: isbn13(`98${String(n).padStart(7, '0')}`) } : {}),
      ...(abstract ? { abstract } : {}),
      ...csl,
    },
  });
  return id;
}
function chapter(
  host: RecordId,
  title: string,
  by: string,
  page: string,
  subjects: readonly string[],
  abstract?: string,
): RecordId {
  const book = records.find((r) => r.id === host) as DiscoveryRecord;
  const id = nextId();
  records.push({
    id,
    kind: 'chapter',
    carrier: book.carrier,
    languages: book.languages,
    subjects,
    audience: 'research',
    source: book.source,
    host,
    ...(book.statedPeerReviewed ? { statedPeerReviewed: true } : {}),
    csl: {
      id,
      type: 'chapter',
      title,
      author: names(by),
      ...(book.csl.editor ? { editor: book.csl.editor } : {}),
      'container-title': book.csl.title,
      page,
      issued: book.csl.issued,
      publisher: book.csl.publisher,
      language: 'en',
      ISBN: book.csl.ISBN,
      ...(abstract ? { abstract } : {}),
    },
  });
  return id;
}

// Growing and eating: readable now.
const plate = article(
  'research-article',
  'Kelp on the plate: small-scale seaweed farming and household food security on four northern coasts',
  'Okonedo-Falk, Amara; Brandsæter, Ivo; Vellacott, Rosa',
  J.coastalFood,
  2023,
  2,
  '101-128',
  [...SEAWEED, 'Food security'],
  {
    month: 4,
    abstract:
      'Small seaweed farms are often praised as a contribution to food security, yet few studies ask who eats the harvest. We followed 212 households in four coastal parishes over two growing seasons. Where a farm sold at the quay, kelp replaced bought vegetables in one meal a week; where the harvest was exported, diets did not change. Seaweed farming feeds neighbours only if neighbours are allowed to buy.',
  },
);
const tideline = article(
  'research-article',
  'Seaweed farming and food security after the herring: twelve island economies compared',
  'Mekwick, Dagny; Ulvlund, Bram',
  J.coastalFood,
  2024,
  1,
  '9-37',
  [...SEAWEED, 'Food security', 'Coastal communities'],
  {
    month: 2,
    abstract:
      'When herring landings fell, twelve island economies turned to kelp. We compare incomes, diets and prices before and after, and find that seaweed farming softened the fall in income but added little protein.',
  },
);
article(
  'research-article',
  'Who buys farmed dulse? Taste, price and the supermarket shelf',
  'Harmere, Camille; Lindqvarn, Theodora',
  J.coastalFood,
  2022,
  4,
  '310-333',
  ['Algae as food', 'Consumers—Attitudes', 'Food—Sensory evaluation'],
  {
    month: 11,
    abstract:
      'Tasting panels in three towns rated dulse, nori and sugar kelp. Smokiness was liked, iodine was not, and the word “farmed” cost less goodwill than expected.',
  },
);
article(
  'research-article',
  'School kitchens and sea vegetables: a two-year feeding trial',
  'Adewold, Esther; Ostholt, Nils; Brimoto, Hana',
  J.coastalFood,
  2025,
  3,
  '201-222',
  ['Algae as food', 'School children—Food', 'Nutrition'],
  { month: 8 },
);
article(
  'review-article',
  'Edible seaweeds and food security: a review of two decades',
  'Brandsæter, Ivo; Patanini, Luca',
  J.coastalFood,
  2021,
  1,
  '1-46',
  [...SEAWEED, 'Food security', 'Nutrition'],
  {
    month: 1,
    abstract:
      'A systematic review of 164 studies on edible seaweeds as a contribution to food supply. Evidence on protein is thin, on minerals strong, on household access nearly absent.',
  },
);
article(
  'editorial',
  'Editorial: seaweed is not a miracle',
  'Vellacott, Rosa',
  J.coastalFood,
  2023,
  2,
  '97-100',
  ['Seaweed industry'],
  {
    month: 4,
    abstract: 'Why this issue asks who eats, and not only who grows.',
  },
);
article(
  'book-review',
  'Review of “The edible shore”, by Theodora Lindqvarn',
  'Gristad, Pavel',
  J.coastalFood,
  2020,
  3,
  '288-291',
  ['Algae as food—History'],
  { month: 7 },
);
article(
  'letter',
  'Letter: iodine, again',
  'Hallgrim, Sigga',
  J.coastalFood,
  2023,
  4,
  '402-403',
  ['Iodine in the body'],
  { month: 10 },
);
article(
  'research-article',
  'Offshore seaweed farming and the food security of fishing ports',
  'Kallstrand, Viggo; Rahmini, Nadia',
  J.coastalFood,
  2026,
  3,
  '233-259',
  [...SEAWEED, 'Food security', 'Harbors'],
  { month: 9, abstract: 'Long-line farms moved offshore change who works in the port and who eats from it.' },
);

// In print only, moving wall, another campus.
const iodine = article(
  'research-article',
  'Iodine, arsenic and appetite: what farmed seaweed adds to an island diet',
  'Hallgrim, Sigga; Oyelaran, Tobi',
  J.islandNutrition,
  2016,
  1,
  '55-79',
  ['Algae as food', 'Iodine in the body', 'Arsenic—Toxicology', 'Food security'],
  {
    month: 3,
    carrier: 'print',
    abstract:
      'Households in six island parishes kept food diaries for a year while two kelp farms came into harvest. Farmed seaweed raised iodine intake above the advised range in one household in five; inorganic arsenic stayed low except where hijiki-like species were bought dried. Appetite, it turned out, is the better regulator: people stop before the tables say they should.',
  },
);
article(
  'research-article',
  'Iodine in breast milk after a winter of kelp',
  'Hallgrim, Sigga; Jorbee, Anneli',
  J.islandNutrition,
  2026,
  2,
  '140-158',
  ['Iodine in the body', 'Infants—Nutrition', 'Algae as food'],
  { month: 5, abstract: 'The newest volume: readable online once the moving wall has passed.' },
);
article(
  'research-article',
  'Salt reduction with seaweed powders in bread',
  'Oyelaran, Tobi; Cordale, Finn',
  J.islandNutrition,
  2021,
  4,
  '300-318',
  ['Algae as food', 'Salt-free diet', 'Bread'],
  { month: 10 },
);
article(
  'research-article',
  'Nori, dulse and bone density in older islanders',
  'Jorbee, Anneli; Thornvik, Leif',
  J.islandNutrition,
  2014,
  2,
  '88-104',
  ['Algae as food', 'Bones—Density', 'Older people—Nutrition'],
  { month: 6, carrier: 'print' },
);
article(
  'research-article',
  'Line spacing and fouling on kelp farms',
  'Sundholt, Marit; Iverwick, Sten',
  J.aquaticFarming,
  2019,
  1,
  '12-31',
  ['Seaweed culture', 'Biofouling'],
  {
    abstract:
      'Closer lines yield more kelp and more fouling; the balance lies nearer to two metres than to one.',
  },
);
article(
  'research-article',
  'Hatchery light and the taste of dulse',
  'Iverwick, Sten',
  J.aquaticFarming,
  2022,
  3,
  '177-190',
  ['Seaweed culture', 'Food—Sensory evaluation'],
);
article(
  'research-article',
  'Sugar kelp in co-culture with mussels: growth, price, appetite',
  'Sundholt, Marit; Matsedo, Kaito',
  J.aquaticFarming,
  1996,
  2,
  '95-119',
  ['Seaweed culture', 'Mussel culture'],
  { carrier: 'print' },
);
article(
  'research-article',
  'Umami in red seaweeds: glutamate before and after drying',
  'Matsedo, Kaito; Selmer-Holm, Ylva',
  J.foodLetters,
  2018,
  6,
  '44-49',
  ['Algae as food', 'Taste', 'Glutamic acid'],
);
article(
  'research-article',
  'Dried or fresh? Shelf life of farmed sea lettuce',
  'Selmer-Holm, Ylva',
  J.foodLetters,
  2024,
  2,
  '12-17',
  ['Algae as food', 'Food—Storage'],
);
article(
  'research-article',
  'Alginates in soups: thickening without starch',
  'Lommura, Edda; Kestens, Bodil',
  J.algalChemistry,
  2019,
  4,
  '401-419',
  ['Alginates', 'Food additives', 'Algae as food'],
);
article(
  'research-article',
  'Iodine compounds in the smoke of burning kelp',
  'Kestens, Bodil',
  J.algalChemistry,
  2009,
  1,
  '20-36',
  ['Iodine compounds', 'Kelps'],
  { carrier: 'print' },
);
const retractedId = article(
  'research-article',
  'Seaweed extracts halve appetite in overweight adults',
  'Quinova, Rafael; Dunzini, Petra',
  J.foodLetters,
  2017,
  3,
  '61-70',
  ['Algae as food', 'Appetite'],
  { abstract: 'Reported a large effect of a seaweed extract on appetite. Retracted in 2019.' },
);

// Law of the shore: open to all.
const foreshore = article(
  'research-article',
  'Who owns the foreshore? Licensing seaweed farming in common waters',
  'Adeyo-Reyes, Tamsin',
  J.shoreLaw,
  2021,
  4,
  '377-402',
  ['Foreshore', 'Licenses', 'Seaweed industry—Law and legislation', 'Food security'],
  {
    month: 12,
    abstract:
      'Seaweed farms lie where customary gathering rights, public navigation and private leases meet. The article reads forty licence decisions and finds that the law asks who owns the foreshore when it should ask who depends on it for food.',
  },
);
article(
  'research-article',
  'Cast-up weed: a short history of a legal nuisance',
  'Dalewold, Silas',
  J.shoreLaw,
  2009,
  1,
  '15-44',
  ['Foreshore', 'Seaweed industry—Law and legislation', 'Salvage'],
);
article(
  'research-article',
  'Gathering rights and the aquaculture permit: three disputes',
  'Adeyo-Reyes, Tamsin; Pellick, Greta',
  J.shoreLaw,
  2024,
  2,
  '120-151',
  ['Licenses', 'Commons', 'Aquaculture—Law and legislation'],
  { month: 6 },
);
article(
  'research-article',
  'Kelp before the Commission: property in a moving thing',
  'Dalewold, Silas',
  J.shoreLaw,
  1994,
  3,
  '201-230',
  ['Property', 'Kelps', 'Foreshore'],
  { carrier: 'print' },
);
article(
  'book-review',
  'Review of “Harvest law in the skerries: a commentary”',
  'Pellick, Greta',
  J.shoreLaw,
  2015,
  2,
  '199-203',
  ['Seaweed industry—Law and legislation'],
);

// History: refereed from a certain year on, a gap in the online years, a print run.
article(
  'research-article',
  'Kelp burners and their creditors, 1790–1840',
  'Ravwick, Gudrun',
  J.skerryHistory,
  1984,
  2,
  '121-160',
  ['Kelp industry—History', 'Credit—History'],
  { carrier: 'print' },
);
article(
  'research-article',
  'Famine weed: shore food in the hungry years',
  'Ravwick, Gudrun; Tresund, Hugo',
  J.skerryHistory,
  2002,
  1,
  '33-61',
  ['Famines', 'Algae as food—History', 'Food security—History'],
  {
    carrier: 'print',
    abstract: 'Parish books show what was eaten from the shore, by whom, and with how much shame.',
  },
);
article(
  'research-article',
  'The dulse seller: women’s trade on the northern quays',
  'Tresund, Hugo',
  J.skerryHistory,
  2012,
  3,
  '240-266',
  ['Women merchants—History', 'Algae as food—History'],
);
article(
  'research-article',
  'Seaweed in the skerry kitchen: a note from the parish of Brae',
  'Wolddale, Henrik',
  J.skerryHistory,
  1951,
  1,
  '70-74',
  ['Algae as food—History', 'Cooking—History'],
  { carrier: 'print' },
);
article(
  'research-article',
  'Reading recipe books against the tide',
  'Ravwick, Gudrun',
  J.skerryHistory,
  2017,
  4,
  '390-418',
  ['Cookbooks', 'Algae as food—History'],
);
article(
  'research-article',
  'Report upon the manuring of oats with drift-weed',
  'Harley, Elif',
  J.oldBulletin,
  1902,
  1,
  '1-28',
  ['Seaweed as fertilizer', 'Kelp industry—History'],
  { carrier: 'print', csl: { DOI: undefined } },
);
article(
  'research-article',
  'Eating with the tide: shore meals among the Outer Skerries',
  'Emeoyo, Chidi',
  J.farShore,
  2006,
  1,
  '41-69',
  ['Food—Social aspects', 'Gathering (Food)', 'Algae as food'],
  {
    carrier: 'print',
    abstract: 'Owned by many libraries, nearly all of which lend within their own country only.',
  },
);
article(
  'research-article',
  'Thirst, salt and hospitality: serving seaweed to strangers',
  'Emeoyo, Chidi; Rosette, Ines',
  J.farShore,
  2015,
  2,
  '188-210',
  ['Food—Social aspects', 'Hospitality'],
  { openCopies: [{ provider: 'tarnrepo' as ProviderId, version: 'accepted-manuscript' }] },
);
article(
  'editorial',
  'Shore suppers for a crowd',
  '=The editors',
  J.plateAndShore,
  2019,
  5,
  '4-5',
  ['Cooking (Seaweed)'],
  {
    audience: 'general',
  },
);
article(
  'research-article',
  'Five ways with sugar kelp',
  'Gallander, Orla',
  J.plateAndShore,
  2021,
  6,
  '22-29',
  ['Cooking (Seaweed)', 'Kelps'],
  { audience: 'general', carrier: 'print' },
);

// A preprint and its published article.
const preprintWork = 'story-preprint';
article(
  'research-article',
  'Heat waves and the farmed kelp calendar',
  'Mekwick, Dagny; Rahmini, Nadia',
  J.aquaticFarming,
  2025,
  2,
  '77-98',
  ['Seaweed culture', 'Climatic changes'],
  {
    work: preprintWork,
    abstract: 'Farmers who moved planting by three weeks kept their yield; those who did not lost a third.',
  },
);
{
  const id = nextId();
  records.push({
    id,
    kind: 'research-article',
    carrier: 'online',
    languages: ['en'],
    subjects: ['Seaweed culture', 'Climatic changes'],
    source: 'Repository harvest',
    work: preprintWork,
    openCopies: [{ provider: 'opentide' as ProviderId, version: 'preprint' }],
    csl: {
      id,
      type: 'article',
      genre: 'Preprint',
      title: 'Heat waves and the farmed kelp calendar',
      author: names('Mekwick, Dagny; Rahmini, Nadia'),
      issued: { 'date-parts': [[2024, 6]] },
      publisher: 'Open Tide',
      language: 'en',
    },
  });
}

// Books: editions, translation, e-book, large print; in, on loan, at other campuses, at partners, nowhere
// near.
const edible = 'story-edible-shore';
volume(
  'book',
  'The edible shore: a history of seaweeds as food',
  'Lindqvarn, Theodora',
  'Harrow Tide Press',
  2019,
  318,
  ['Algae as food—History', 'Food habits'],
  {
    work: edible,
    csl: { edition: '2' },
    copies: [copy('quayside', 'Level 2', 'QK 570.5 .L56 2019')],
    partnerCopies: [partner('ostmere', 'TX 402 .L56')],
    contents: [
      'Hunger and habit',
      'What the monks ate',
      'Dulse on the quay',
      'Kelp, iodine, soda',
      'The nori century',
      'Farming the sea again',
    ],
    abstract:
      'From famine food to delicacy: how the peoples of the northern shores gathered, traded, despised and rediscovered seaweed as food. The second edition adds a chapter on farming.',
  },
);
volume(
  'book',
  'The edible shore: a history of seaweeds as food',
  'Lindqvarn, Theodora',
  'Harrow Tide Press',
  2008,
  284,
  ['Algae as food—History', 'Food habits'],
  { work: edible, copies: [copy('saltmarsh', 'Reading room', '641.636 LIN', IN, 'loan')] },
);
volume(
  'book',
  'Die essbare Küste: Kulturgeschichte der Algen',
  'Lindqvarn, Theodora',
  'Quillan Verlag',
  2021,
  340,
  ['Algae as food—History'],
  {
    work: edible,
    languages: ['de'],
    csl: { language: 'de', 'original-title': 'The edible shore', translator: names('Feldgrim, Ulrike') },
    partnerCopies: [partner('aldersund', 'TX 402 .L5615')],
  },
);
volume(
  'book',
  'The edible shore: a history of seaweeds as food',
  'Lindqvarn, Theodora',
  'Bluewick Large Print',
  2020,
  502,
  ['Algae as food—History'],
  { work: edible, carrier: 'large-print', partnerCopies: [partner('kelding', 'LP 641', out('2026-11-20'))] },
);
const salt = volume(
  'book',
  'Salt, smoke, weed: preserving in the northern isles',
  'Vestwick, Marit',
  'Oarlock Editions',
  2011,
  240,
  ['Food—Preservation', 'Algae as food', 'Smoked foods'],
  {
    copies: [copy('quayside', 'Level 2', 'TX 601 .V47 2011', out('2026-11-16', 1))],
    partnerCopies: [partner('ostmere', 'TX 601 .V47'), partner('brackmoor', '641.4 VES', out('2026-11-09'))],
    abstract:
      'How fish, mutton and seaweed were kept through the winter, told from kitchens rather than factories.',
  },
);
const nori = volume(
  'book',
  'Nori, dulse, kelp: nutrition tables for cultivated macroalgae',
  'Marchetti-Oduya, Paola (ed)',
  'Vessary Institute of Food Science',
  2017,
  288,
  ['Algae as food', 'Nutrition', 'Food composition'],
  {
    copies: [
      copy('fellgate', 'Level 3', 'TX 402 .N67 2017'),
      copy('fellgate', 'Level 3', 'TX 402 .N67 2017 c.2', out('2026-11-24')),
    ],
    statedPeerReviewed: true,
    owners: SOME,
    contents: [
      'Sampling through the year',
      'Sugar kelp: composition by site',
      'Dulse: composition through the seasons',
      'Iodine and the kitchen',
      'Arsenic species',
    ],
    abstract:
      'Composition tables for twelve cultivated species with sampling, season and site, and a chapter each on iodine and arsenic.',
  },
);
chapter(nori, 'Dulse: composition through the seasons', 'Jorbee, Anneli', '61-91', [
  'Algae as food',
  'Food composition',
]);
chapter(
  nori,
  'Iodine and the kitchen',
  'Hallgrim, Sigga',
  '92-118',
  ['Algae as food', 'Iodine in the body'],
  'Soaking, boiling and drying change how much iodine reaches the plate.',
);
const harvest = volume(
  'book',
  'Harvest law in the skerries: a commentary',
  'Dalewold, Silas; Adeyo-Reyes, Tamsin',
  'Saltgate Academic',
  2014,
  612,
  ['Seaweed industry—Law and legislation', 'Foreshore'],
  {
    copies: [copy('quayside', 'Level 1, law', 'KV 3671 .D35 2014', IN, 'premises')],
    partnerCopies: [partner('aldersund', 'KV 3671 .D35')],
    audience: 'practice',
  },
);
volume('book', 'Algae in the kitchen', 'Gallander, Orla', 'Lanternhouse', 2022, 192, ['Cooking (Seaweed)'], {
  audience: 'general',
  copies: [copy('fellgate', 'Level 3', 'TX 801 .G35 2022', out('2026-11-09'))],
});
volume(
  'book',
  'Drying racks and tide tables: seaweed work in Vessary',
  'Emeoyo, Chidi',
  'University of Ostmere Press',
  2005,
  356,
  ['Seaweed industry—History', 'Labor—History'],
  { owners: WIDELY, abstract: 'An ethnography of three harvest seasons.' },
);
volume(
  'book',
  'Seaweed farming: a grower’s handbook',
  'Sundholt, Marit',
  'Fenwright Books',
  2023,
  264,
  ['Seaweed culture'],
  {
    work: 'story-handbook',
    audience: 'practice',
    copies: [copy('fellgate', 'Level 2', 'SH 391 .S86 2023', out('2026-11-12', 3))],
  },
);
volume(
  'book',
  'Seaweed farming: a grower’s handbook',
  'Sundholt, Marit',
  'Fenwright Books',
  2023,
  264,
  ['Seaweed culture'],
  {
    work: 'story-handbook',
    carrier: 'online',
    source: 'E-book list',
    audience: 'practice',
    owners: WIDELY,
    ebook: [
      {
        provider: 'ashgrove',
        publication_title: 'Seaweed farming: a grower’s handbook',
        publication_type: 'monograph',
        coverage_depth: 'fulltext',
        access_type: 'P',
      },
    ],
  },
);
volume(
  'book',
  'Food security on cold coasts',
  'Okonedo-Falk, Amara (ed)',
  'Meridian & Loft',
  2022,
  410,
  ['Food security', 'Coastal communities', 'Seaweed culture'],
  {
    carrier: 'online',
    source: 'E-book list',
    ebook: [
      {
        provider: 'bluewick',
        publication_title: 'Food security on cold coasts',
        publication_type: 'monograph',
        coverage_depth: 'fulltext',
        access_type: 'P',
      },
    ],
    abstract: 'Fourteen chapters on fishing, farming, foraging and trade, three of them on seaweed farming.',
  },
);
chapter(
  records.at(-1)?.id as RecordId,
  'Seaweed farming between export and supper',
  'Mekwick, Dagny',
  '201-228',
  ['Food security', 'Seaweed culture'],
  'Why the harvest leaves the islands.',
);
volume(
  'book',
  'The nori century',
  'Matsedo, Kaito',
  'Kestrel Row',
  2016,
  302,
  ['Algae as food—History', 'Seaweed industry'],
  {
    copies: [copy('quayside', 'Level 2', 'TX 402 .M38 2016', { state: 'transit', due: '2026-11-04' })],
  },
);
volume(
  'book',
  'The taste of iodine',
  'Harmere, Camille',
  'Inkwell & Rudder',
  2018,
  176,
  ['Taste', 'Algae as food'],
  { owners: WIDELY },
);
volume(
  'book',
  'Tide mills of Vessary',
  'Tresund, Hugo',
  'The Tessel Society',
  1999,
  148,
  ['Mills and mill-work', 'Tidal power'],
  {
    copies: [copy('saltmarsh', 'Reading room', '621.21 TRE')],
  },
);
volume(
  'book',
  'Gathering rights, 1880–1930',
  'Wolddale, Henrik',
  'The Tessel Society',
  1934,
  90,
  ['Gathering (Food)', 'Commons', 'Law—History'],
  { owners: ARCHIVES, abstract: 'Rare; five archives own it and none of them lends.' },
);
volume(
  'book',
  'Field notes of the Kelp Commission',
  '=Tarnholm Kelp Commission',
  'Tarnholm: for the Commission',
  1891,
  64,
  ['Kelp industry—History'],
  { owners: ARCHIVES, copies: [copy('saltmarsh', 'Special collections', '338.37 TAR', IN, 'premises')] },
);
volume(
  'book',
  'Shore plants and people of the far isles',
  'Rosette, Ines',
  'Casa del Faro',
  1987,
  220,
  ['Ethnobotany', 'Gathering (Food)'],
  { owners: ABROAD, abstract: 'Forty libraries own it, nearly all of them abroad and lending at home only.' },
);
volume('book', 'Kelp: a short natural history', 'Thornvik, Leif', 'Ashgrove Medical', 2010, 128, ['Kelps'], {
  copies: [copy('fellgate', 'Level 2', 'QK 569 .T56 2010', { state: 'missing' })],
});
volume(
  'book',
  'Eating algae: an anthology',
  'Rosette, Ines; Gallander, Orla (ed)',
  'Oarlock Editions',
  2020,
  233,
  ['Algae as food', 'Food in literature'],
  { copies: [copy('quayside', 'Course reserves', 'TX 402 .E38 2020', IN, 'short-loan')] },
);
volume(
  'book',
  'Seaweed, food, security: twelve short lectures',
  'Brandsæter, Ivo',
  'Tarnholm University Press',
  2024,
  144,
  [...SEAWEED, 'Food security'],
  { copies: [copy('quayside', 'Level 2', 'TX 402 .B73 2024')] },
);
volume(
  'book',
  'Recipes from the tide pool',
  'Gallander, Orla',
  'Lanternhouse Audio',
  2022,
  0,
  ['Cooking (Seaweed)'],
  {
    carrier: 'audiobook',
    audience: 'general',
    copies: [copy('quayside', 'Level 0', 'CD 641.6 GAL')],
  },
);

// In other languages.
volume(
  'book',
  'Tare på bordet: mat fra fjæra',
  'Brandsæter, Ivo',
  'Norrhaven Forlag',
  2018,
  188,
  ['Algae as food', 'Cooking (Seaweed)'],
  {
    languages: ['nb'],
    csl: { language: 'nb' },
    copies: [copy('quayside', 'Level 2', 'TX 402 .B7318 2018')],
  },
);
volume(
  'book',
  'Les algues comestibles : un goût du rivage',
  'Rosette, Ines',
  'Éditions du Phare Gris',
  2015,
  210,
  ['Algae as food', 'Taste'],
  { languages: ['fr'], csl: { language: 'fr' }, partnerCopies: [partner('ronnvik', '641.6 ROS')] },
);
volume(
  'book',
  'Tangsuppe og tangbrød',
  'Kestens, Bodil',
  'Norrhaven Forlag',
  2012,
  96,
  ['Cooking (Seaweed)'],
  {
    languages: ['da'],
    csl: { language: 'da' },
    audience: 'general',
  },
);
article(
  'research-article',
  'Algenzucht und Ernährungssicherheit an kalten Küsten',
  'Feldgrim, Ulrike',
  J.coastalFood,
  2020,
  2,
  '140-163',
  [...SEAWEED, 'Food security'],
  {
    languages: ['de'],
    csl: {
      language: 'de',
      abstract: 'Der Beitrag fragt, wann Algenzucht die Ernährung der Küstenbewohner verbessert.',
    },
  },
);

// Theses, reports, news, recordings, maps.
volume(
  'thesis',
  'Seaweed as everyday food: diaries from the island of Velle',
  'Jorbee, Anneli',
  'Tarnholm University',
  2013,
  301,
  ['Algae as food', 'Food habits', 'Food security'],
  {
    carrier: 'online',
    source: 'Repository harvest',
    owners: '',
    openCopies: [{ provider: 'tarnrepo' as ProviderId, version: 'version-of-record' }],
    csl: { genre: 'Doctoral thesis' },
  },
);
volume(
  'thesis',
  'Licensing the shore: decisions on seaweed farming, 1998–2018',
  'Pellick, Greta',
  'University of Ostmere',
  2019,
  254,
  ['Seaweed industry—Law and legislation', 'Licenses'],
  {
    owners: owners(lendersWhere((l) => l.sort === 'university' && l.lends.includes('thesis'), 2)),
    csl: { genre: 'Doctoral thesis' },
  },
);
volume(
  'report',
  'Dulse gathering on the outer skerries: field notes and interviews',
  '=Shore Industries Survey',
  'Shore Industries Survey',
  2013,
  58,
  ['Gathering (Food)', 'Algae as food', 'Seaweed culture', 'Food security'],
  { owners: ARCHIVES, copies: [copy('saltmarsh', 'Special collections', '338.37 SHO', IN, 'premises')] },
);
volume(
  'report',
  'Seaweed farming in Vessary: options for food security',
  '=Office for Coastal Supply',
  'Office for Coastal Supply',
  2025,
  84,
  [...SEAWEED, 'Food security'],
  {
    carrier: 'online',
    source: 'Repository harvest',
    owners: '',
    openCopies: [{ provider: 'opentide' as ProviderId, version: 'version-of-record' }],
    abstract:
      'Advice to the ministry: license small farms first, require a share of the harvest to be sold at the quay.',
  },
);
const news = (title: string, by: string, paper: string, date: [number, number, number], abstract: string) => {
  const id = nextId();
  records.push({
    id,
    kind: 'newspaper-article',
    carrier: 'online',
    languages: ['en'],
    subjects: ['Seaweed industry'],
    audience: 'general',
    source: 'News feed',
    csl: {
      id,
      type: 'article-newspaper',
      title,
      author: names(by),
      'container-title': paper,
      issued: { 'date-parts': [date] },
      page: '3',
      language: 'en',
      abstract,
    },
  });
};
news(
  'Kelp farm divides Brae',
  'Murley, Tobi',
  'The Tarnholm Courier',
  [2025, 9, 14],
  'Residents fear for the beach; the farmers speak of food security.',
);
news(
  'Seaweed farming is food security, says minister',
  'Yarshaw, Lena',
  'Skerry Telegraph',
  [2026, 2, 3],
  'A new licence for small farms is promised by summer.',
);
news(
  'Students taste the tide',
  'Murley, Tobi',
  'The Quayside Evening Post',
  [2024, 5, 22],
  'Dulse crisps in the canteen sold out by noon.',
);
volume(
  'video',
  'Farming the cold sea',
  'Zelstra, Ruben',
  'Lanternhouse',
  2021,
  0,
  ['Seaweed culture', 'Documentary films'],
  {
    carrier: 'dvd',
    audience: 'general',
    copies: [copy('saltmarsh', 'Media shelf', 'DVD 639 ZEL')],
  },
);
volume(
  'video',
  'The dulse sellers',
  'Zelstra, Ruben',
  'Norrhaven Forlag',
  2003,
  0,
  ['Women merchants—History', 'Documentary films'],
  {
    carrier: 'dvd',
    owners: owners(
      lendersWhere((l) => !l.lends.includes('video') && l.lendsTo === 'anywhere' && l.sort !== 'archive', 9),
    ),
    abstract: 'Nine libraries own it; none of them lends videos.',
  },
);
volume(
  'sound-recording',
  'Songs of the kelp gatherers',
  '=Choir of Outer Skerries',
  'Lanternhouse Audio',
  1998,
  0,
  ['Folk songs', 'Work songs'],
  { carrier: 'cd', copies: [copy('saltmarsh', 'Media shelf', 'CD 782.42 CHO')] },
);
volume(
  'score',
  'Three dulse songs for voice and harp',
  'Woldstra, Pilar',
  'Wold and Sons',
  1962,
  16,
  ['Songs (High voice) with harp'],
  {
    partnerCopies: [partner('kelding', 'M 1623 .W65')],
  },
);
volume(
  'map',
  'Kelp beds of the Skerry Isles: chart 1:50 000',
  '=Vessary Hydrographic Office',
  'Vessary Hydrographic Office',
  2004,
  0,
  ['Kelps—Maps', 'Skerry Isles—Maps'],
  { copies: [copy('fellgate', 'Map room', 'G 5741 .D1 2004', IN, 'premises')] },
);
article(
  'conference-paper',
  'Drying kelp with waste heat: a field report',
  'Iverwick, Sten; Lommura, Edda',
  J.aquaticFarming,
  2016,
  4,
  '288-301',
  ['Seaweed culture', 'Food—Drying'],
  { openCopies: [{ provider: 'tarnrepo' as ProviderId, version: 'accepted-manuscript' }] },
);
article(
  'conference-paper',
  'Counting cooks: surveying seaweed recipes online',
  'Harmere, Camille',
  J.foodLetters,
  2022,
  1,
  '70-81',
  ['Cooking (Seaweed)', 'Cookbooks'],
);
article(
  'research-article',
  'Seaweed and food security in refugee camps: a pilot',
  'Rahmini, Nadia; Adewold, Esther',
  J.islandNutrition,
  2023,
  3,
  '210-226',
  [...SEAWEED, 'Food security', 'Refugees'],
  { month: 9 },
);
article(
  'research-article',
  'Do neighbours eat farmed seaweed? Evidence on local food security',
  'Vellacott, Rosa; Ulvlund, Bram',
  J.islandNutrition,
  2025,
  1,
  '18-40',
  [...SEAWEED, 'Food security'],
  {
    month: 2,
    abstract:
      'A survey around nine seaweed farms: neighbours eat what is sold by the basket, not what is sold by the tonne.',
  },
);
article(
  'research-article',
  'Seaweed farming, shellfish and the household pot: food security in lagoon villages',
  'Juma-Brix, Selma; Cordale, Finn',
  J.coastalFood,
  2018,
  3,
  '180-204',
  [...SEAWEED, 'Food security', 'Shellfish fisheries'],
  { month: 9 },
);

const notice = nextId();
const bad = records.findIndex((r) => r.id === retractedId);
const retracted = records[bad] as DiscoveryRecord;
records[bad] = { ...retracted, retraction: { notice, date: '2019-05-12' } };
records.push({
  id: notice,
  kind: 'retraction-notice',
  carrier: 'online',
  languages: ['en'],
  subjects: retracted.subjects,
  source: 'Article feed',
  journal: J.foodLetters.id,
  retracts: retractedId,
  csl: {
    ...retracted.csl,
    id: notice,
    title: `Retraction notice: ${retracted.csl.title}`,
    abstract:
      'The editors retract this article at the request of the authors’ institution: the control group could not be traced.',
    issued: { 'date-parts': [[2019, 5]] },
    DOI: '10.5555/s7.2019.r1',
  },
});

const refer = (from: RecordId, ...to: RecordId[]) => {
  const i = records.findIndex((r) => r.id === from);
  const r = records[i] as DiscoveryRecord;
  records[i] = { ...r, references: [...(r.references ?? []), ...to] };
};
refer(plate, iodine, foreshore, nori, salt);
refer(tideline, plate, iodine, harvest);
refer(foreshore, harvest);
for (const r of records.filter(
  (x) =>
    x.kind === 'research-article' &&
    x.subjects.includes('Food security') &&
    (x.csl.issued?.['date-parts'][0][0] ?? 0) > 2023,
))
  if (r.id !== tideline) refer(r.id, plate, foreshore);

export const STORYLINE: readonly DiscoveryRecord[] = records;
