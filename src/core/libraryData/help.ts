/**
 * What a library says where its index ends: `questions.yaml` (ready answers), `databases.yaml`, `guides.yaml`,
 * `subjects.yaml` (which words and headings speak for which subject) and `librarians.yaml`; and for trying out
 * `readers.yaml`. Each is a list; an entry
 * that can't be used is named, and the others stand.
 */
import {
  ANSWER_PLACES,
  type Database,
  type Guidance,
  type ReadyAnswer,
  type StudyGuide,
  type Topic,
} from '../discovery/guidance';
import { CATEGORIES } from '../model/codes';
import type { Librarian } from '../model/librarian';
import { type Message, msg } from '../model/message';
import type { Reader } from '../model/reader';
import { schemaOf, shapeFault } from '../model/schema';
import {
  byName,
  closed,
  filled,
  formed,
  listOf,
  maybe,
  oneOf,
  orNull,
  otherwise,
  type Value,
  whole,
  yesOrNo,
} from '../model/shape';
import { words } from '../words/fold';

const [SHORT, LONG, MANY] = [300, 4000, 1000];
const name = () => filled(SHORT);
const said = () => filled(LONG);
const id = () => formed(/^[a-z0-9][a-z0-9-]{0,59}$/, 'place');
const names = () => otherwise(listOf(name(), MANY), []);
const clock = () => formed(/^([01]\d|2[0-3]):[0-5]\d$/, 'clock');

/** By language: what is said otherwise in it. */
const inOther = <T extends Readonly<Record<string, Value<unknown>>>>(fields: T) =>
  maybe(byName(closed(fields)));

export const questionShape = closed({
  id: id(),
  question: name(),
  answer: said(),
  words: names(),
  places: otherwise(listOf(oneOf(ANSWER_PLACES), ANSWER_PLACES.length), []),
  href: maybe(name()),
  inOther: inOther({ question: maybe(name()), answer: maybe(said()), words: maybe(listOf(name(), MANY)) }),
});
export const databaseShape = closed({
  id: id(),
  name: name(),
  about: said(),
  subjects: names(),
  indexed: otherwise(oneOf(['whole', 'part', 'none']), 'none'),
  missing: otherwise(said(), ''),
  search: name(),
  inOther: inOther({ name: maybe(name()), about: maybe(said()), missing: maybe(said()) }),
});
export const guideShape = closed({
  id: id(),
  title: name(),
  about: said(),
  subjects: names(),
  steps: otherwise(listOf(said(), MANY), []),
  inOther: inOther({ title: maybe(name()), about: maybe(said()), steps: maybe(listOf(said(), MANY)) }),
});
export const subjectShape = closed({ subject: name(), words: names(), headings: names() });
export const librarianShape = closed({
  id: id(),
  name: name(),
  email: name(),
  subjects: names(),
  about: otherwise(said(), ''),
  online: otherwise(yesOrNo(), false),
  sits: otherwise(
    listOf(closed({ weekday: whole(0, 6), from: clock(), to: clock(), campus: orNull(id()) }), MANY),
    [],
  ),
  inOther: inOther({ about: maybe(said()) }),
});

/** Whom the simulated sign-in knows, for trying a library out; nobody is signed in by it in earnest. */
export const readerEntryShape = closed({
  id: id(),
  name: name(),
  category: oneOf(CATEGORIES),
  campus: id(),
  email: name(),
  address: otherwise(said(), ''),
  remote: otherwise(yesOrNo(), false),
  registered: otherwise(yesOrNo(), true),
});

/** The files, by the shape of one entry. */
export const HELP_FILES = {
  'questions.yaml': questionShape,
  'databases.yaml': databaseShape,
  'guides.yaml': guideShape,
  'subjects.yaml': subjectShape,
  'librarians.yaml': librarianShape,
  'readers.yaml': readerEntryShape,
} as const satisfies Readonly<Record<string, Value<unknown>>>;
export type HelpFile = keyof typeof HELP_FILES;
export const HELP_LIST = Object.keys(HELP_FILES) as readonly HelpFile[];

/** The entries of one file that can be used. */
function entriesOf<T>(
  value: unknown,
  of: Value<T>,
): { readonly list: readonly T[]; readonly problems: Message[] } {
  if (value === undefined || value === null) return { list: [], problems: [] };
  if (!Array.isArray(value)) return { list: [], problems: [msg('libraryfolder.noList')] };
  const schema = schemaOf(of);
  const problems: Message[] = [];
  const list = value.flatMap((entry, i): T[] => {
    const { value: read, error } = schema.validate(entry, { abortEarly: false, convert: false });
    if (!error) return [read as T];
    problems.push(
      ...error.details.map((d) => msg('libraryfolder.entry', { n: i + 1, fault: shapeFault(d) })),
    );
    return [];
  });
  return { list, problems };
}
/**
 * @param files what YAML made of each; undefined for one that is not there
 * @param campuses ids of library.yaml: where librarians sit
 */
export function readHelp(
  files: Readonly<Record<HelpFile, unknown>>,
  campuses: ReadonlySet<string>,
): {
  readonly guidance: Guidance;
  readonly readers: readonly Reader[];
  readonly problems: readonly { readonly file: HelpFile; readonly text: Message }[];
} {
  const problems: { file: HelpFile; text: Message }[] = [];
  const read = <T>(file: HelpFile): readonly T[] => {
    const { list, problems: own } = entriesOf(files[file], HELP_FILES[file] as Value<unknown>);
    problems.push(...own.map((text) => ({ file, text })));
    return list as readonly T[];
  };
  const librarians = read<Librarian>('librarians.yaml').map((l) => ({
    ...l,
    sits: l.sits.filter((s) => {
      const known = s.campus === null || campuses.has(s.campus);
      if (!known)
        problems.push({
          file: 'librarians.yaml',
          text: msg('libraryfolder.sitsNowhere', { name: l.name, id: String(s.campus).slice(0, 60) }),
        });
      return known;
    }),
  }));
  const readers = read<Reader>('readers.yaml').filter((r) => {
    const known = campuses.has(r.campus);
    if (!known)
      problems.push({
        file: 'readers.yaml',
        text: msg('libraryfolder.studiesNowhere', { name: r.name, id: r.campus.slice(0, 60) }),
      });
    return known;
  });
  return {
    readers,
    guidance: {
      answers: read<ReadyAnswer>('questions.yaml'),
      databases: read<Database>('databases.yaml'),
      guides: read<StudyGuide>('guides.yaml'),
      // Words of a search are compared as the index has them: folded.
      topics: read<Topic>('subjects.yaml').map((t) => ({
        ...t,
        words: [...new Set(t.words.flatMap(words))],
      })),
      librarians,
    },
    problems,
  };
}
