/**
 * An index with what has come and gone since it was made: of the index that stands, and of a small one of what comes,
 * section by section, without the records that have not changed (docs/decisions/0054). What comes of it answers as one
 * that is made of all records anew: every section is the same but the codes of words, where they stand counted in
 * those, and the places of records in their file.
 */
import type { AccessItem } from '../../access/options';
import type { Library } from '../../model/library';
import type { DiscoveryRecord } from '../../model/record';
import { parseDay } from '../../model/time';
import { IndexBuilder } from '../build/builder';
import { meanLengths } from '../build/invert';
import { orderedSections } from '../build/ordered';
import { type IndexData, indexOf } from '../format/data';
import type { IndexParts } from '../format/format';
import { usesOf } from '../format/holders';
import { countStrings, findString } from '../format/strings';
import type { SuggestKind } from '../port/engine';
import { mergedColumns, mergedOrder, mergedValues, type Places, type Two } from './documents';
import { mergedSpelling, mergedSuggestions } from './help';
import { mergedLists, mergedTitles } from './lists';
import { mergeTables, NOWHERE } from './merging';
import { codesFor, mergedWords } from './postings';
import { type Ids, mergedRelations, type Texts } from './relations';

interface Amending extends Two {
  readonly texts: Texts;
  /** The place in the file of records of the k-th that came. */
  readonly cameAs: (k: number) => number;
  /** The library's language. */
  readonly language: string | undefined;
}

/**
 * @param amending the small index is made with the mean lengths of the one that stands, and with codes for it (`codesFor`)
 * @returns null where only an index made anew will do: its documents would be ordered, or its words weigh, otherwise
 */
function amended(amending: Amending): IndexParts | null {
  const { a, texts, language, gone } = amending;
  const values = mergedValues(amending);
  const places = mergedOrder(amending, values);
  if (!places || places.n === 0) return null;
  const { fieldLengths, ...columns } = mergedColumns(amending, places, values, amending.cameAs);
  const [before, now] = [meanLengths(a.fieldLengths), meanLengths(fieldLengths)];
  if (before.some((mean, f) => mean !== now[f])) return null;
  const ids = mergedIds(amending, places);
  const { titleRank, ...titles } = mergedTitles(amending, places, texts, language);
  const { work, ...relations } = mergedRelations(amending, places, texts, ids);
  const words = mergedWords(amending, places);
  const uses = (name: SuggestKind): Uint32Array => usesOf(columns[name], countStrings(columns.tables[name]));
  function* left(): Generator<DiscoveryRecord> {
    for (let doc = 0; doc < a.n; doc++) if (gone[doc]) yield texts.a(doc);
  }
  return {
    sections: {
      ...relations,
      ...orderedSections({ ...columns, titleRank, work: work as Uint32Array }),
      ...mergedSpelling(amending, left(), language),
      ...mergedSuggestions(amending, values, {
        person: uses('person'),
        subject: uses('subject'),
        journal: uses('journal'),
      }),
      ...words.sections,
      fieldLengths,
      idBytes: ids.table.bytes,
      idOffsets: ids.table.offsets,
      idDoc: ids.idDoc,
      ...titles,
      ...mergedLists(amending, places, values, language),
    },
    fill: words.fill,
  };
}

function mergedIds({ a, b, gone }: Two, places: Places): Ids {
  const { table, ...now } = mergeTables(a.tables.id, b.tables.id, (k) => gone[a.idDoc[k] as number] === 1);
  const idDoc = new Uint32Array(places.n);
  const put = (of: Uint32Array, docs: Uint32Array, to: Uint32Array): void =>
    of.forEach((k, old) => {
      const doc = to[docs[old] as number] as number;
      if (k !== NOWHERE && doc !== NOWHERE) idDoc[k] = doc;
    });
  put(now.a, a.idDoc, places.a);
  put(now.b, b.idDoc, places.b);
  return { table, idDoc };
}

export interface Changes {
  /** The index that stands, and its records by their documents. */
  readonly standing: IndexData;
  readonly recordAt: (doc: number) => DiscoveryRecord;
  readonly library: Library;
  /** Documents that are no more, or no more as they were. */
  readonly gone: Iterable<number>;
  /** What comes: new records, and those that take the place of what is gone, with the places of both in the file of records. */
  readonly come: readonly { readonly item: AccessItem; readonly place: number }[];
}
/** An index with its changes; null where it must be made anew. */
export function amend({ standing: a, recordAt, library, gone, come }: Changes): IndexParts | null {
  const left = new Uint8Array(a.n);
  for (const doc of gone) left[doc] = 1;
  const inOrder = [...come].sort((x, y) => dayOf(x.item) - dayOf(y.item));
  const builder = new IndexBuilder(library, a.analysis);
  for (const { item } of inOrder) builder.add(item);
  const b = indexOf(
    { ...a.meta, records: come.length },
    builder.finish({
      mean: meanLengths(a.fieldLengths),
      codeOf: codesFor(a, (term) => findString(a.terms, term)),
    }),
  );
  const comingAt = (doc: number): Changes['come'][number] =>
    inOrder[b.cameAs[doc] as number] as Changes['come'][number];
  return amended({
    ...{ a, b, gone: left },
    texts: { a: recordAt, b: (doc) => comingAt(doc).item.record },
    cameAs: (k) => (inOrder[k] as Changes['come'][number]).place,
    language: library.language,
  });
}
const dayOf = ({ record }: AccessItem): number => (record.added ? (parseDay(record.added) ?? 0) : 0);
