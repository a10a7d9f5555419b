/**
 * `mapping.yaml`: how a library's own cataloguing is read. Where copies stand in a MARC record, what its codes for
 * places, levels and states mean, which of its words for kinds, carriers, audiences and languages are ours, which
 * subject headings go by another name, and what is left out.
 */
import { AUDIENCE_LIST, CARRIER_LIST, KIND_LIST } from '../model/kinds';
import type { Message } from '../model/message';
import { schemaOf, shapeFault } from '../model/schema';
import {
  byName,
  closed,
  filled,
  formed,
  listOf,
  maybe,
  oneOf,
  otherwise,
  type Shaped,
  yesOrNo,
} from '../model/shape';

const [SHORT, MANY] = [300, 5000];
const word = () => filled(SHORT);
const tag = () => formed(/^[0-9A-Z]{3}$/, 'tag');
const code = () => formed(/^[0-9a-z]$/, 'subfield');
/** Other texts of the library's, each with what it means here. */
const meaning = () => otherwise(byName(word()), {});

/** Subfields of a field that says where a copy is. */
const place = {
  campus: maybe(code()),
  level: maybe(code()),
  /** Joined with blanks. */
  callNumber: maybe(listOf(code(), 10, 1)),
  status: maybe(code()),
  due: maybe(code()),
  queue: maybe(code()),
  rule: maybe(code()),
};
const copies = closed({
  field: otherwise(tag(), '852'),
  ...place,
  /** Fields of single pieces (MARC 21: 876 to 878) that are linked to the field of their place by $8. */
  items: maybe(closed({ field: otherwise(tag(), '876'), ...place })),
});
export const mappingShape = closed({
  copies: otherwise(copies, { field: '852', campus: 'b', level: 'c', callNumber: ['k', 'h', 'i', 'm'] }),
  campuses: meaning(),
  levels: meaning(),
  statuses: otherwise(byName(oneOf(['in', 'out', 'transit', 'missing'])), {}),
  rules: otherwise(byName(oneOf(['loan', 'short-loan', 'premises'])), {}),
  kinds: otherwise(byName(oneOf(KIND_LIST)), {}),
  carriers: otherwise(byName(oneOf(CARRIER_LIST)), {}),
  audiences: otherwise(byName(oneOf(AUDIENCE_LIST)), {}),
  languages: otherwise(byName(formed(/^[a-z]{2}$/, 'language')), {}),
  subjects: otherwise(
    closed({
      fields: otherwise(listOf(tag(), 50), []),
      rename: meaning(),
      leave: otherwise(listOf(word(), MANY), []),
    }),
    { fields: [], rename: {}, leave: [] },
  ),
  /** Whose texts an address leads to, by the host in it. */
  links: meaning(),
  /** Fields of MARC that are left out as if they were not there. */
  leave: otherwise(listOf(tag(), 500), []),
  /** Whether the same thing in several sources is one record, and editions and carriers are one work. */
  join: otherwise(yesOrNo(), true),
});
type MappingFile = Shaped<typeof mappingShape>;

/** The texts of one table, found whatever their case and the blanks around them. */
export type Meanings<T extends string = string> = (text: string) => T | undefined;
export interface Mapping extends Pick<MappingFile, 'copies' | 'join'> {
  readonly campuses: Meanings;
  readonly levels: Meanings;
  readonly statuses: Meanings<'in' | 'out' | 'transit' | 'missing'>;
  readonly rules: Meanings<'loan' | 'short-loan' | 'premises'>;
  readonly kinds: Meanings<(typeof KIND_LIST)[number]>;
  readonly carriers: Meanings<(typeof CARRIER_LIST)[number]>;
  readonly audiences: Meanings<(typeof AUDIENCE_LIST)[number]>;
  readonly languages: Meanings;
  readonly links: Meanings;
  readonly subjectFields: readonly string[];
  /** What a heading is called here; null for one that is left out. */
  readonly subject: (heading: string) => string | null;
  readonly leaves: ReadonlySet<string>;
}

const plain = (text: string): string => text.trim().toLowerCase();
function meanings<T extends string>(of: Readonly<Record<string, T>>): Meanings<T> {
  const own = new Map(Object.entries(of).map(([text, means]) => [plain(text), means]));
  return (text) => own.get(plain(text));
}
function mappingOf(file: MappingFile): Mapping {
  const left = new Set(file.subjects.leave.map(plain));
  const renamed = meanings(file.subjects.rename);
  return {
    copies: file.copies,
    join: file.join,
    campuses: meanings(file.campuses),
    levels: meanings(file.levels),
    statuses: meanings(file.statuses),
    rules: meanings(file.rules),
    kinds: meanings(file.kinds),
    carriers: meanings(file.carriers),
    audiences: meanings(file.audiences),
    languages: meanings(file.languages),
    links: meanings(file.links),
    subjectFields: file.subjects.fields,
    subject: (heading) => (left.has(plain(heading)) ? null : (renamed(heading) ?? heading)),
    leaves: new Set(file.leave),
  };
}

/**
 * What the file says; every fault by its path, and then what holds without a file.
 * @param value what YAML made of the file; an empty object where there is none
 */
export function readMapping(value: unknown): {
  readonly mapping: Mapping;
  readonly problems: readonly Message[];
} {
  const check = (given: unknown) =>
    schemaOf(mappingShape).validate(given, { abortEarly: false, convert: false });
  const { value: checked, error } = check(value ?? {});
  return error
    ? { mapping: mappingOf(check({}).value as MappingFile), problems: error.details.map(shapeFault) }
    : { mapping: mappingOf(checked as MappingFile), problems: [] };
}
