/**
 * Tarnholm University: campuses, partners of the Skerry Compact, providers, about 140 lenders, four readers.
 * Seeded.
 */

import { CARRIER_LIST, KIND_LIST, type Kind } from '../core/model/kinds';
import type { Campus, Elsewhere, Lender, Library, Partner, Provider, Week } from '../core/model/library';
import type { Reader } from '../core/model/reader';
import type { CampusId, PartnerId, ProviderId } from '../core/model/record';
import { random } from '../core/random';
import { own } from '../core/table';
import { ELSEWHERE_IN } from './elsewhereIn';
import { OTHER_WORDS } from './otherWords';
import { POLICY } from './policy';
import { COUNTRIES } from './vocabulary/places';

const week = (
  weekday: [string, string],
  sat: [string, string] | null,
  sun: [string, string] | null,
  friday: [string, string] | null = weekday,
): Week => [sun, weekday, weekday, weekday, weekday, friday, sat];
/** `A-F Z-Z`: stretches by their ends. */
const shelves = (text: string) =>
  text.split(' ').map((part) => {
    const [from = '', to = ''] = part.split('-');
    return { from, to };
  });
const campus = (
  id: string,
  name: string,
  about: string,
  hours: Week,
  travel: Record<string, number>,
  fetchesHolds: boolean,
  more: Partial<Campus>,
): Campus => ({
  id: id as CampusId,
  name,
  about,
  hours,
  travel,
  fetchesHolds,
  agency: `LGD:XV-TU-${id[0]?.toUpperCase()}`,
  ...more,
});

export const CAMPUSES: readonly Campus[] = [
  campus(
    'quayside',
    'Quayside',
    'main library',
    week(['08:00', '22:00'], ['10:00', '18:00'], ['12:00', '18:00']),
    { fellgate: 25, saltmarsh: 40 },
    true,
    {
      vacationHours: week(['09:00', '18:00'], ['10:00', '14:00'], null),
      address: 'Quay Street 4, Tarnholm',
      directions: 'Tram 2 to Fish Market, then along the water; step-free from Quay Street.',
      levels: [
        { name: 'Level 0', about: 'Pickup shelf, course desk, newspapers' },
        { name: 'Level 1', about: 'Open shelves, lift, photocopiers', shelves: shelves('G-K') },
        { name: 'Level 2', about: 'Open shelves, group rooms', shelves: shelves('Q-V') },
        { name: 'Level 3', about: 'Open shelves, seats by the windows', shelves: shelves('L-P') },
        { name: 'Level 4', about: 'Open shelves, quiet reading room', shelves: shelves('A-F Z-Z') },
      ],
      pickup: 'Level 0, the shelf left of the door, under the last letters of your name.',
      seats: 640,
      access: 'Open to everybody; reading-room material is brought to the desk on Level 0 within the hour.',
    },
  ),
  campus(
    'fellgate',
    'Fellgate',
    'sciences and health',
    week(['08:30', '20:00'], ['10:00', '16:00'], null),
    { quayside: 25, saltmarsh: 55 },
    true,
    {
      vacationHours: week(['09:00', '17:00'], null, null),
      address: 'Fell Road 112, Tarnholm',
      directions: 'Bus 7 to Hospital East; the door is beside the lecture theatre.',
      levels: [
        { name: 'Level 1', about: 'Course desk, pickup shelf, open shelves', shelves: shelves('A-P U-Z') },
        { name: 'Level 2', about: 'Open shelves, computers', shelves: shelves('Q-Q S-S') },
        { name: 'Level 3', about: 'Open shelves, group rooms', shelves: shelves('T-T') },
        { name: 'Level 4', about: 'Open shelves, quiet seats', shelves: shelves('R-R') },
      ],
      pickup: 'At the desk on Level 1.',
      seats: 210,
      access: 'Members of the university; visitors show a day pass from the hospital’s main entrance.',
    },
  ),
  campus(
    'saltmarsh',
    'Saltmarsh',
    'arts; small, short hours',
    week(['10:00', '16:00'], null, null, ['10:00', '14:00']),
    { quayside: 40, fellgate: 55 },
    false,
    {
      vacationHours: week(['10:00', '13:00'], null, null, null),
      closings: [{ from: '2026-11-20', to: '2026-11-20', name: 'Stocktaking' }],
      scanWeekdays: [1, 2, 4, 5],
      courierWeekdays: [1, 3, 5],
      address: 'Old Salt House, Saltmarsh',
      directions: 'Bus 19 to the end; the path is lit, the stairs have no lift.',
      levels: [
        {
          name: 'Reading room',
          about: 'Everything on open shelves; listening room beside it',
          shelves: shelves('000-999'),
        },
      ],
      pickup: 'Ask at the desk.',
      seats: 34,
      access: 'Members of the university; scores and recordings are read and heard in the listening room.',
    },
  ),
];

const partner = (
  id: string,
  name: string,
  loan: [number, number],
  copy: [number, number],
  access = 'Readers of the Skerry Compact show their own library card.',
): Partner => ({
  access,
  id: id as PartnerId,
  name,
  agency: `LGD:XV-${id.toUpperCase()}`,
  loanDays: { median: loan[0], likely: loan[1] },
  copyDays: { median: copy[0], likely: copy[1] },
});
export const PARTNERS: readonly Partner[] = [
  partner('ostmere', 'University of Ostmere', [1, 2], [2, 3]),
  partner('brackmoor', 'Brackmoor College', [2, 3], [1, 2]),
  partner('ronnvik', 'Rønnvik Institute', [2, 4], [2, 4]),
  partner(
    'marrowby',
    'Marrowby School of Mines',
    [2, 3],
    [2, 3],
    'By appointment only: the reading room writes back within a day.',
  ),
  partner('kelding', 'Kelding Conservatory', [2, 4], [3, 5]),
  partner('aldersund', 'Aldersund Polytechnic', [1, 3], [2, 3]),
];

const elsewhere = (
  id: string,
  name: string,
  hours: Week,
  travel: [number, number, number],
  address: string,
  more: Partial<Elsewhere>,
): Elsewhere => ({
  id,
  name,
  sort: 'library',
  address,
  hours,
  travel: { quayside: travel[0], fellgate: travel[1], saltmarsh: travel[2] },
  bring: ['Your library card, with a photograph or beside something that has one.'],
  conditions: [
    'You may read what stands on the open shelves, and copy for your own study.',
    'What stands in their stacks is brought while you wait, until an hour before closing.',
  ],
  ...more,
});
const PENCIL = 'A pencil; pens, bags and coats stay in the locker, for which you need a coin.';
/** Where readers of Tarnholm may go and read. */
export const ELSEWHERE: readonly Elsewhere[] = [
  elsewhere(
    'ostmere',
    'University of Ostmere',
    week(['08:00', '20:00'], ['10:00', '16:00'], null),
    [70, 85, 95],
    'Castle Mound 1, Ostmere',
    {
      partner: 'ostmere' as PartnerId,
      directions: 'Train to Ostmere, ten minutes; the door is under the clock.',
      passDays: 90,
    },
  ),
  elsewhere(
    'brackmoor',
    'Brackmoor College',
    week(['09:00', '18:00'], null, null),
    [45, 60, 80],
    'Peat Road 20, Brackmoor',
    {
      partner: 'brackmoor' as PartnerId,
      passDays: 90,
    },
  ),
  elsewhere(
    'aldersund',
    'Aldersund Polytechnic',
    week(['08:30', '19:00'], ['10:00', '14:00'], null),
    [95, 60, 130],
    'Harbour Bridge 6, Aldersund',
    {
      partner: 'aldersund' as PartnerId,
      passDays: 30,
      conditions: [
        'You may read what stands on the open shelves; its laboratories’ copies are for their own people.',
      ],
    },
  ),
  elsewhere(
    'marrowby',
    'Marrowby School of Mines',
    week(['10:00', '16:00'], null, null),
    [120, 135, 150],
    'Adit Lane 3, Marrowby',
    {
      partner: 'marrowby' as PartnerId,
      passDays: 30,
      appointment: {
        email: 'reading-room@marrowby.example',
        days: 1,
        asks: ['The day and hour at which you come.', 'Call number and title of what you want to see.'],
      },
    },
  ),
  elsewhere(
    'coastarchive',
    'Archive of the Vessary Coast',
    week(['09:30', '15:30'], null, null, null),
    [35, 50, 60],
    'Old Customs House, Tarnholm',
    {
      sort: 'archive',
      directions: 'Tram 2 to Customs House; ring at the green door.',
      bring: ['Something with your photograph and your address.', PENCIL],
      conditions: [
        'Three boxes a day, one on the table at a time.',
        'Photographs without flash; papers younger than thirty years need a permit.',
      ],
      appointment: {
        email: 'readers@coastarchive.example',
        days: 3,
        asks: [
          'What you are working on, in two sentences, and for which course.',
          'Which holdings you want to see, by their numbers in the finding list.',
          'The day you come, and how long you stay.',
        ],
      },
    },
  ),
  elsewhere(
    'lightworks',
    'Archive of the Lighthouse Works',
    week(['13:00', '17:00'], null, null, null),
    [50, 65, 40],
    'Lamp Hill, Saltmarsh',
    {
      sort: 'archive',
      bring: ['A letter of your teacher that says what you look for.', PENCIL],
      conditions: ['Plans and drawings are shown by the archivist; copies take a week.'],
      appointment: {
        email: 'lamp@lightworks.example',
        days: 5,
        asks: [
          'Name of the lighthouse, and years.',
          'Whether you need plans, log books or letters.',
          'The letter of your teacher, as a file.',
        ],
      },
    },
  ),
];

const provider = (
  id: string,
  name: string,
  entitlement: Provider['entitlement'],
  habit: Provider['habit'] = 'page',
  repository = false,
): Provider => ({
  id: id as ProviderId,
  name,
  entitlement,
  repository,
  habit,
  link: `/standin/publisher/${id}/{id}`,
});
const at = (id: string): readonly CampusId[] => [id as CampusId];
export const PROVIDERS: readonly Provider[] = [
  provider('meridian', 'Meridian Tideline', 'all'),
  provider('harbourlight', 'Harbourlight', 'all'),
  provider('loftgate', 'Loftgate Journals', 'all', 'faulty'),
  provider('grenholm', 'Grenholm Science Online', 'all', 'pdf'),
  provider('quillan', 'Quillan Collections', 'all', 'sign-in'),
  provider('bluewick', 'Bluewick Books', 'all', 'sign-in'),
  provider('courier', 'Courier Archive', 'all', 'faulty'),
  provider('ashgrove', 'Ashgrove Medical', at('fellgate')),
  provider('proscenium', 'Proscenium Arts', at('saltmarsh')),
  provider('opentide', 'Open Tide', 'open', 'pdf'),
  provider('tarnrepo', 'Tarnholm Repository', 'open', 'pdf', true),
  provider('abstrakta', 'Abstrakta', 'all'),
];

const TOWNS =
  'Ostmere Brackmoor Rønnvik Marrowby Kelding Aldersund Pellworthy Norrhaven Castremar Dunmarrow Stavering Höllund Santavela Tvedore Winterlow Mirefleet Ulverfold Corrib Emmerby Ilvane Sarnow Tessel Grenholm Quillan Orsay Velle Lantern Ashgrove Fenwright Harrow Kestrel Sundal'.split(
    ' ',
  );
const SORTS: readonly { sort: Lender['sort']; share: number; name: (town: string, n: number) => string }[] = [
  {
    sort: 'university',
    share: 0.45,
    name: (t, n) =>
      [`University of ${t}`, `${t} University`, `${t} Technical University`, `${t} Open University`][
        n % 4
      ] as string,
  },
  {
    sort: 'college',
    share: 0.2,
    name: (t, n) => [`${t} College`, `${t} School of Arts`, `${t} Teachers’ College`][n % 3] as string,
  },
  { sort: 'national', share: 0.06, name: (t) => `National Library at ${t}` },
  { sort: 'public', share: 0.1, name: (t) => `${t} City Library` },
  {
    sort: 'special',
    share: 0.11,
    name: (t, n) =>
      [`Institute of Marine Studies, ${t}`, `${t} Hospital Library`, `Library of the ${t} Parliament`][
        n % 3
      ] as string,
  },
  {
    sort: 'archive',
    share: 0.08,
    name: (t, n) => [`${t} Regional Archive`, `Special Collections, ${t}`][n % 2] as string,
  },
];

function makeLenders(count: number): Lender[] {
  const r = random(140);
  const countries = Object.keys(COUNTRIES);
  const names = new Set<string>();
  const lenders: Lender[] = [];
  while (lenders.length < count) {
    const u = r();
    const sort =
      SORTS.find((_, i) => u < SORTS.slice(0, i + 1).reduce((sum, x) => sum + x.share, 0)) ?? SORTS[0];
    const name = sort?.name(r.pick(TOWNS), r.int(0, 11)) ?? '';
    if (!sort || names.has(name)) continue;
    names.add(name);
    const country = r.chance(0.22) ? 'XV' : r.pick(countries);
    const median = r.int(3, 8) + (sort.sort === 'national' ? 2 : 0);
    const copyMedian = r.int(2, 6);
    const media: Kind[] = ['video', 'sound-recording', 'score', 'map'];
    const lends = KIND_LIST.filter((k) =>
      media.includes(k) ? r.chance(0.35) : k === 'thesis' ? r.chance(0.5) : k === 'book' || k === 'report',
    );
    const answer = r.int(1, 2);
    lenders.push({
      id: `l${String(lenders.length).padStart(3, '0')}`,
      agency: `LGD:${country}-${String(lenders.length + 100)}`,
      name,
      country,
      sort: sort.sort,
      lendsTo:
        country === 'XV' ? 'anywhere' : r.chance(0.35) ? 'anywhere' : r.chance(0.5) ? 'region' : 'home',
      lends,
      carriers: CARRIER_LIST.filter(
        (c) => c === 'print' || c === 'large-print' || (c !== 'online' && r.chance(0.5)),
      ),
      copies: r.chance(0.82),
      notBefore: sort.sort === 'national' ? 1950 : r.chance(0.5) ? 1900 : r.int(1930, 1985),
      rareBelow: sort.sort === 'national' || sort.sort === 'special' ? r.int(2, 4) : r.int(0, 2),
      fillRate: Math.round((0.35 + r() * 0.55) * 100) / 100,
      conditional: r.chance(0.4) ? Math.round(r() * 15) / 100 : 0,
      load: Math.round(r() * 100) / 100,
      loanDays: { median, likely: median + r.int(2, 6) },
      copyDays: { median: copyMedian, likely: copyMedian + r.int(1, 4) },
      answerDays: { median: answer, likely: answer + r.int(1, 2) },
      loanCost: r.int(6, 18) * 100,
      copyCost: r.int(4, 12) * 100,
    });
  }
  return lenders;
}

export const LENDERS: readonly Lender[] = makeLenders(140);

export const LIBRARY: Library = {
  name: 'Tarnholm University',
  agency: 'LGD:XV-TU',
  campuses: CAMPUSES,
  partners: PARTNERS,
  providers: PROVIDERS,
  lenders: LENDERS,
  policy: POLICY,
  elsewhere: ELSEWHERE,
  links: { proxy: '/standin/sign-in?to={url}' },
  words: {
    country: 'Vessary',
    partnership: 'the Skerry Compact',
    desk: 'desk@library.tarnholm.example',
    counter: '/standin/counter',
    footer: 'Tarnholm University and everything in its index are made up.',
    about: [
      'The records are those of Tarnholm University, which is made up, as are all its people, journals, publishers, lenders and texts. The outside world – publishers, the lending network, the campus sign-in – is simulated and marked as such.',
    ],
    examples: {
      topic: 'seaweed farming "food security"',
      title: 'Iodine, arsenic and appetite',
      person: 'by:Lindqvarn',
      journal: 'in:"Annals of Island Nutrition" iodine',
      either: 'dulse OR nori -supermarket',
      place: 'Annals of Island Nutrition 8 55',
      number: '10.5555/s1.2023.101',
      reference:
        'Brandsæter, I. & Patanini, L. (2021). Edible seaweeds and food security: a review of two decades. Coastal Food Systems, 12(1), 1–46.',
      bibliography:
        'Adewold, E., Ostholt, N., & Brimoto, H. (2024). School kitchens and sea vegetables: A two-year feeding trial. Coastal Food Systems, 16(3), 201–222.\n\nLindqvarn, Theodora. The Edible Shore: A History of Seaweeds as Food. Tarnholm University Press, 2019.',
    },
    inOther: Object.fromEntries(
      Object.entries(OTHER_WORDS).map(([language, said]) => [
        language,
        { ...said, elsewhere: own(ELSEWHERE_IN, language) ?? {} },
      ]),
    ),
  },
};

const reader = (
  id: string,
  name: string,
  category: Reader['category'],
  home: string,
  remote: boolean,
  registered: boolean,
  address: string,
): Reader => ({
  id,
  name,
  category,
  campus: home as CampusId,
  remote,
  registered,
  email: `${id}@students.tarnholm.example`,
  address,
});
export const READERS: readonly Reader[] = [
  reader(
    'imke',
    'Imke Sørland',
    'undergraduate',
    'quayside',
    false,
    true,
    'Room 14, Netloft House, Tarnholm',
  ),
  reader('davit', 'Davit Okonmere', 'distance', 'quayside', true, true, '3 Lighthouse Row, Outer Skerries'),
  reader('noor', 'Noor Vellstra', 'postgraduate', 'fellgate', false, true, 'Flat 2, Peat Lane 9, Fellgate'),
  reader('tove', 'Tove Askelund', 'undergraduate', 'saltmarsh', false, false, ''),
];
