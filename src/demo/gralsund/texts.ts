/** What the second made-up library writes by hand: the files of its folder that are no tables of records. */
import { stringify } from 'yaml';
import { SERIALS } from './records';
import { SUBJECTS } from './vocabulary';

/** Its rules, as far as they are not what is customary: other currency, zone, prices and terms. */
export const RULES = {
  version: '2026-10',
  zone: 'EET',
  currency: { code: 'XGM', sign: 'Mk' },
  holidays: [
    { from: '2026-11-18', to: '2026-11-18', name: 'Deichtag' },
    { from: '2026-12-24', to: '2027-01-03', name: 'Weihnachten und Neujahr' },
  ],
  terms: [
    { from: '2026-09-21', to: '2027-01-29', name: 'Wintersemester' },
    { from: '2027-03-15', to: '2027-07-09', name: 'Sommersemester' },
  ],
  shelf: { fetchMinutes: 30, pickupDays: 7 },
  courier: { cutoff: '13:00' },
  lending: { country: 'XG', region: ['XG', 'XV'], unrecordedShare: 0.45, askAtMost: 2 },
  copyright: {
    copiesPerJournalYear: 20,
    statement:
      'Die Kopie dient dem eigenen wissenschaftlichen Gebrauch und wird nicht weitergegeben. Von diesem Werk wurde bisher keine Kopie geliefert. Das Werk bleibt urheberrechtlich geschützt.',
  },
  price: {
    interlibrary: { loan: 450, copy: 300 },
    fast: 400,
    post: 350,
    ceiling: 2000,
    subsidy: {
      undergraduate: { loan: 300, copy: 300 },
      postgraduate: { loan: 300, copy: 300 },
      distance: { loan: 450, copy: 300 },
      staff: { loan: 450, copy: 300 },
    },
  },
  mediated: { above: 1200 },
  files: {
    encrypted: ['ill-copy'],
    software: 'jedes Programm für PDF, das AES kennt; das Kennwort ist die Nummer des Zettels',
  },
  openSlips: 15,
  appointments: { minutes: 30, every: 30, aheadMinutes: 120, days: 28 },
};

export const LIBRARY_YAML = `# Die Bibliothek der Hochschule Gralsund. Alles erfunden.
name: Hochschule Gralsund
agency: LGD:XG-GS
language: de
campuses:
  - id: haus
    name: Bibliothekshaus
    about: das eine Haus
    hours: {mon-thu: 08:00-20:00, fri: 08:00-18:00, sat: 10:00-14:00}
    vacationHours: {mon-fri: 09:00-17:00}
    closings:
      - {from: 2026-11-27, to: 2026-11-27, name: Bestandsprüfung}
    address: Sielgasse 9, Gralsund
    directions: Bus 3 bis Alter Siel; ebener Eingang vom Hof.
    levels:
      - name: Erdgeschoss
        about: Theke, Abholregal, Lesesaal
        shelves: [{from: '000', to: '599'}]
      - name: 1. Obergeschoss
        about: Technik, Pflege, Ernährung, Geschichte
        shelves: [{from: '600', to: '999'}]
      - name: Magazin
        about: Wird auf Bestellung geholt
    pickup: Abholregal links neben der Theke.
    seats: 84
    access: Für alle offen; Ausleihe mit Hochschulausweis.
providers:
  - id: deichverlag
    name: Deichverlag Online
    entitlement: all
  - id: wattpresse
    name: Wattpresse
    entitlement: all
  - id: offen
    name: Offene Zeitschriften der Küste
    entitlement: open
  - id: grepo
    name: Gralsunder Repositorium
    entitlement: open
    repository: true
links:
  doi: https://doi.gralsund.example/{+doi}
  proxy: https://zugang.gralsund.example/login?url={url}
words:
  country: Gralsland
  partnership: ''
  desk: fernleihe@gralsund.example
  footer: Die Hochschule Gralsund und alles in ihrem Katalog sind erfunden.
  about:
    - Katalog, Aufsätze und Hochschulschriften der Hochschule Gralsund, die es nicht gibt.
  examples:
    topic: Küstenschutz Deichbau
    title: Handbuch Wundversorgung
    person: by:Arfken
    journal: in:"Marsch und Moor"
    number: 10.5555/gs.000001
  inOther:
    en:
      name: Gralsund University of Applied Sciences
      footer: Gralsund University of Applied Sciences and everything in its catalogue are made up.
      about:
        - Catalogue, articles and theses of a university that does not exist.
      campuses:
        haus:
          name: Library House
          about: the one building
          directions: Bus 3 to Alter Siel; level entrance from the yard.
          levels:
            - {name: Ground floor, about: 'Desk, pickup shelf, reading room'}
            - {name: First floor, about: 'Engineering, nursing, nutrition, history'}
            - {name: Stacks, about: Fetched on request}
          pickup: The pickup shelf left of the desk.
          access: Open to everybody; loans with a university card.
check:
  warnings: 10
`.replace("  partnership: ''\n", '');

export const MAPPING_YAML = `# Wie der Katalog der Hochschule Gralsund zu lesen ist.
copies:
  field: '852'
  campus: b
  level: c
  callNumber: [h]
  items:
    field: '876'
    status: j
    due: d
    rule: h
campuses: {HGS: haus}
levels: {EG: Erdgeschoss, 1OG: 1. Obergeschoss, MAG: Magazin}
statuses: {verfügbar: in, entliehen: out, unterwegs: transit, vermisst: missing}
rules: {Ausleihe: loan, Kurzausleihe: short-loan, Präsenz: premises}
kinds: {Hochschulschrift: thesis, Konferenzschrift: book}
audiences: {Studierende: student, Praxis: practice}
subjects:
  rename: {Deichwesen: Deichbau}
  leave: [Lehrbuch]
links:
  buch.deichverlag.example: deichverlag
  repo.gralsund.example: grepo
`;

export const LENDERS_CSV = `id;agency;name;country;sort;fillRate;loanDays;copyDays;loanCost;copyCost
hohensiel;LGD:XG-HS;Landesbibliothek Hohensiel;XG;national;0,82;3/6;1/3;4,50;2,00
verbund;LGD:XG-FV;Fernleihverbund der Koogstädte;XG;university;0,74;4/9;2/5;6;3
`;

const name = (id: string): string => SUBJECTS.find((s) => s.id === id)?.name ?? id;
export const QUESTIONS_YAML = stringify([
  {
    id: 'fernleihe-dauer',
    question: 'Wie lange dauert eine Fernleihe?',
    answer:
      'Kopien sind meist nach zwei bis fünf Werktagen da, Bücher nach vier bis neun. Der Zettel nennt den Tag.',
    words: ['fernleihe', 'dauer', 'wann', 'kopie'],
    places: ['slip', 'search'],
    inOther: {
      en: {
        question: 'How long does an interlibrary loan take?',
        answer:
          'Copies are mostly here after two to five working days, books after four to nine. The slip says the day.',
        words: ['interlibrary', 'loan', 'how long', 'copy'],
      },
    },
  },
  {
    id: 'magazin',
    question: 'Wie komme ich an Bücher aus dem Magazin?',
    answer: 'Vormerken; sie liegen eine halbe Stunde später im Abholregal.',
    words: ['magazin', 'vormerken', 'abholen'],
    places: ['item'],
    inOther: {
      en: {
        question: 'How do I get books from the stacks?',
        answer: 'Place a hold; half an hour later they are on the pickup shelf.',
        words: ['stacks', 'hold', 'pick up'],
      },
    },
  },
  {
    id: 'begutachtet',
    question: 'Woran sehe ich, ob ein Aufsatz begutachtet ist?',
    answer: 'Es steht an jedem Aufsatz, mit dem Grund dafür.',
    words: ['peer', 'review', 'begutachtet'],
    places: ['search', 'item'],
    inOther: {
      en: {
        question: 'How do I see whether an article is peer reviewed?',
        answer: 'It says so at each article, with the reason.',
        words: ['peer', 'review', 'refereed'],
      },
    },
  },
]);
export const DATABASES_YAML = stringify([
  {
    id: 'kuestendaten',
    name: 'Küstendaten',
    about: 'Pegel, Seegang und Sedimente seit 1950.',
    subjects: [name('wasserbau'), name('geologie')],
    indexed: 'none',
    missing: 'Messreihen stehen nur dort.',
    inOther: {
      en: {
        about: 'Tide gauges, waves and sediments since 1950.',
        missing: 'Series of measurements are found only there.',
      },
    },
    search: 'https://kuestendaten.example/suche?q={words}',
  },
  {
    id: 'pflegefunde',
    name: 'Pflegefunde',
    about: 'Nachweise zu Pflege und Gesundheit.',
    subjects: [name('pflege'), name('psychologie')],
    indexed: 'part',
    missing: 'Tagungsbeiträge fehlen hier.',
    inOther: {
      en: { about: 'Works on nursing and health.', missing: 'Conference papers are missing here.' },
    },
    search: 'https://pflegefunde.example/?suche={words}',
  },
]);
export const GUIDES_YAML = stringify(
  SUBJECTS.slice(0, 6).map((s) => ({
    id: s.id,
    title: `Literatur zu ${s.name}`,
    about: `Wo man in Gralsund mit ${s.name} anfängt.`,
    subjects: [s.name],
    steps: [
      `Am Regal ${s.dewey} nachsehen.`,
      `Mit den Schlagwörtern ${s.headings.slice(0, 2).join(' und ')} suchen.`,
      `${SERIALS.find((j) => j.subject.id === s.id)?.title ?? 'Die Zeitschriften im Lesesaal'} durchsehen.`,
    ],
  })),
);
export const SUBJECTS_YAML = stringify(
  SUBJECTS.map((s) => ({ subject: s.name, words: [s.name, ...s.topics], headings: s.headings })),
);
export const LIBRARIANS_YAML = stringify([
  {
    id: 'ohmkoog',
    name: 'Gesa Ohmkoog',
    email: 'ohmkoog@gralsund.example',
    subjects: SUBJECTS.map((s) => s.name),
    about: 'Auskunft für alle Fächer',
    online: true,
    sits: [
      { weekday: 2, from: '10:00', to: '12:00', campus: 'haus' },
      { weekday: 4, from: '14:00', to: '16:00', campus: 'haus' },
    ],
  },
]);
export const READERS_YAML = stringify([
  {
    id: 'tamme',
    name: 'Tamme Yndholm',
    category: 'undergraduate',
    campus: 'haus',
    email: 'tamme@studium.gralsund.example',
    address: 'Wohnheim Deichblick 4, Gralsund',
    registered: true,
  },
]);
