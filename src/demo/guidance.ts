/** Databases and study guides of Tarnholm University, and the map from subjects to them. All made up. */

import type { Database, Guidance, StudyGuide, Topic } from '../core/discovery/guidance';
import { own } from '../core/table';
import { words } from '../core/words/fold';
import { ANSWERS } from './answers';
import { DATABASES_IN, GUIDES_IN } from './guidanceIn';
import { LIBRARIANS } from './librarians';
import { DISCIPLINE_NAMES } from './vocabulary/disciplineNames';
import { DISCIPLINES, type Discipline } from './vocabulary/disciplines';

const name = (id: string): string[] => DISCIPLINES.filter((d) => d.id === id).map((d) => d.name);
const database = (
  id: string,
  title: string,
  subjects: string,
  indexed: Database['indexed'],
  about: string,
  missing: string,
): Database => ({
  id,
  name: title,
  about,
  indexed,
  missing,
  subjects: subjects === '*' ? DISCIPLINES.map((d) => d.name) : subjects.split(' ').flatMap(name),
  search: `/standin/database/${id}?q={words}`,
  inOther: Object.fromEntries(
    Object.entries(DATABASES_IN).map(([language, said]) => {
      const [inIt, notInIt] = own(said, id) ?? [];
      return [language, { ...(inIt ? { about: inIt } : {}), ...(notInIt ? { missing: notInIt } : {}) }];
    }),
  ),
});

const DATABASES: readonly Database[] = [
  database(
    'abstrakta',
    'Abstrakta',
    '*',
    'part',
    'Abstracts of articles in all subjects since 1950.',
    'Its conference abstracts before 1990 are not in our index.',
  ),
  database(
    'tidelaw',
    'Tide and Shore Case Reports',
    'marinelaw',
    'none',
    'Decisions of coastal courts and tribunals, with headnotes.',
    'None of its decisions is in our index: we hold articles about law, not the law itself.',
  ),
  database(
    'landfall',
    'Landfall Statistics',
    'economics geography sociology business',
    'none',
    'Time series on trade, fishing, population and prices.',
    'Its figures are not in our index; only reports that quote them are.',
  ),
  database(
    'gantrybase',
    'Gantry',
    'engineering materials',
    'part',
    'Standards and technical papers.',
    'Standards are listed there only; our index has the papers.',
  ),
  database(
    'wardround',
    'Ward Round Evidence',
    'medicine nursing publichealth nutrition psychology',
    'part',
    'Systematic reviews and clinical summaries.',
    'Clinical summaries for use at the bedside are not in our index.',
  ),
  database(
    'lanternplates',
    'Lantern Plates',
    'arthistory history media theatre',
    'none',
    'Pictures of buildings, works of art and stage sets.',
    'Pictures are not in our index: search there for anything to look at.',
  ),
  database(
    'scorehouse',
    'The Score House',
    'music theatre',
    'part',
    'Scores and recordings to listen to.',
    'Single tracks are not in our index, only whole recordings.',
  ),
  database(
    'herringpress',
    'Herring Press Cuttings',
    'history media politics sociology',
    'none',
    'Newspapers of the coast, 1790–1950, page by page.',
    'Newspapers before 1985 are not in our index.',
  ),
  database('strata', 'Strata', 'geology geography archaeology', 'whole', 'Maps and survey reports.', ''),
  database(
    'mothlight',
    'Mothlight Species Records',
    'ecology phycology aquaculture environment',
    'none',
    'Where and when species were seen.',
    'Its sightings are data, not writings, and are not in our index.',
  ),
  database(
    'lexica',
    'Lexica Coastal Dialects',
    'linguistics literature',
    'none',
    'Word lists and sound samples.',
    'Samples are not in our index.',
  ),
  database(
    'treatybox',
    'Treaty Box',
    'international politics marinelaw',
    'none',
    'Treaties and their signatures.',
    'Treaties are not in our index.',
  ),
];

const subjectIn = (d: Discipline, language: string): string =>
  DISCIPLINE_NAMES.find((n) => n.heading === d.name && n.language === language)?.names[0] ?? d.name;
function guide(d: Discipline): StudyGuide {
  const of = {
    headings: d.subjects.slice(0, 4).join(', '),
    words: [...d.topics.slice(0, 3), ...d.aspects.slice(0, 3)].join(', '),
    methods: d.methods.slice(0, 3).join(', '),
    lc: d.lc,
    dewey: d.dewey,
  };
  return {
    id: d.id,
    title: `Finding your way in ${d.name.toLowerCase()}`,
    about: `Where to begin, what the headings are called, and how the literature of ${d.name.toLowerCase()} is made.`,
    subjects: [d.name],
    steps: [
      `Start from a heading rather than a word: ${of.headings}.`,
      `Words that writers use: ${of.words}.`,
      `Ask how it was found out: ${of.methods} are common here.`,
      `On the shelf: class ${d.lc} (Library of Congress) or ${d.dewey} (Dewey).`,
    ],
    inOther: Object.fromEntries(
      Object.entries(GUIDES_IN).map(([language, said]) => [
        language,
        said({ ...of, subject: subjectIn(d, language) }),
      ]),
    ),
  };
}
const topic = (d: Discipline): Topic => ({
  subject: d.name,
  words: [...new Set([...d.topics, ...d.aspects, ...d.names].flatMap((t) => words(t)))].filter(
    (w) => w.length > 4,
  ),
  headings: d.subjects,
});

export const GUIDANCE: Guidance = {
  answers: ANSWERS,
  databases: DATABASES,
  guides: DISCIPLINES.map(guide),
  topics: DISCIPLINES.map(topic),
  librarians: LIBRARIANS,
  headings: DISCIPLINE_NAMES,
};
