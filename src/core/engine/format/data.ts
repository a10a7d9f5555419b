/** The index in memory: named typed arrays, checked for presence once when a file is opened. */

import { PlaceSets } from '../../access/placeSets';
import type { RowLayout } from '../../access/summary';
import { type Message, msg } from '../../model/message';
import type { Analysis } from '../../words/analysis';
import type { Facts } from './facts';
import { decodeIndex, type Header, type IndexParts, layoutIndex, type Section } from './format';
import type { Hashed } from './hash';
import type { Holders } from './holders';
import type { StringTable } from './strings';
import type { TermColumns } from './termLists';

export interface IndexData extends Facts, TermColumns {
  readonly n: number;
  readonly meta: Header['meta'];
  readonly layout: RowLayout;
  readonly analysis: Analysis;
  readonly terms: StringTable;
  /** Where each posting's word stands first (see format.ts). */
  readonly where: Uint8Array;
  /** Every document's words in their order, and where each document begins (see wordCodes.ts). */
  readonly forward: Uint16Array;
  readonly docStart: Uint32Array;
  /** By term. */
  readonly termCode: Uint32Array;
  /** The combinations (see columns.ts), COMBO_WIDTH numbers each. */
  readonly combos: Uint16Array;
  readonly placeSets: Uint16Array;
  /** Where the records of a combination stand. */
  readonly places: PlaceSets;
  /** The documents in the order of their titles. */
  readonly titleOrder: Uint32Array;
  /** Numbers of documents, names, headings and journals as they are filed (see build/lists.ts). */
  readonly titleFiled: Uint32Array;
  /** People: those who wrote by their number, those who are only written about by theirs behind it. */
  readonly personFiled: Uint32Array;
  readonly subjectFiled: Uint32Array;
  readonly journalFiled: Uint32Array;
  /** Who is written about, and in which documents. */
  readonly about: StringTable;
  readonly aboutStart: Uint32Array;
  readonly aboutDocs: Uint32Array;
  /** Call numbers as they stand, and in their order: number, document and campus of each place. */
  readonly callNumbers: StringTable;
  readonly shelfNumber: Uint32Array;
  readonly shelfDoc: Uint32Array;
  readonly shelfCampus: Uint8Array;
  /** The places of each campus. */
  readonly shelfCampusStart: Uint32Array;
  readonly shelfCampusAt: Uint32Array;
  readonly rows: Uint16Array;
  /** The people the other way round: the documents of each. */
  readonly holders: Holders;
  /** As the how-manieth record each one came: its place in the file of records. */
  readonly cameAs: Uint32Array;
  /** Day on which each document came into the index (0: with it), never falling. */
  readonly added: Uint16Array;
  readonly idDoc: Uint32Array;
  readonly citeStart: Uint32Array;
  readonly cite: Uint32Array;
  readonly citedStart: Uint32Array;
  readonly cited: Uint32Array;
  /** The documents of each work; work 0 stands for "alone". */
  readonly workStart: Uint32Array;
  readonly workDocs: Uint32Array;
  /** Hashes of what is cited and not indexed, and of the works that records say they are of, with their documents. */
  readonly loose: Hashed;
  readonly works: Hashed;
  /** Words of each field of each document, FIELDS.length of them a document. */
  readonly fieldLengths: Uint8Array;
  readonly spell: StringTable;
  readonly spellCount: Uint32Array;
  readonly spellHash: Uint32Array;
  readonly spellWord: Uint32Array;
  readonly sug: StringTable;
  readonly sugKind: Uint8Array;
  readonly sugValue: Uint32Array;
  readonly sugCount: Uint32Array;
  readonly sugEntry: Uint32Array;
  readonly sugAt: Uint16Array;
  readonly tables: Readonly<
    Record<'source' | 'language' | 'journal' | 'subject' | 'person' | 'id', StringTable>
  >;
}

/** Opens an index buffer; a file that is not one of ours, or is cut short, gives a message. */
export function openIndex(buffer: ArrayBufferLike): IndexData | { problem: Message } {
  const decoded = decodeIndex(buffer);
  if ('problem' in decoded) return decoded;
  const { header, sections } = decoded;
  const missing: string[] = [];
  const get = <T extends Section>(name: string): T => {
    const s = sections[name];
    if (!s) missing.push(name);
    return s as T;
  };
  const table = (name: string): StringTable => ({
    bytes: get<Uint8Array>(`${name}Bytes`),
    offsets: get<Uint32Array>(`${name}Offsets`),
  });
  const data: IndexData = {
    n: get<Uint32Array>('cameAs')?.length,
    meta: header.meta,
    layout: header.meta.layout as RowLayout,
    analysis: header.meta.analysis === 'words' ? 'words' : 'stems',
    terms: table('term'),
    termStart: get('termStart'),
    low: get('low'),
    high: get('high'),
    chunkStart: get('chunkStart'),
    listAt: get('listAt'),
    termCode: get('termCode'),
    impact: get('impact'),
    fields: get('fields'),
    where: get('where'),
    forward: get('forward'),
    docStart: get('docStart'),
    cell: get('cell'),
    when: get('when'),
    worth: get('worth'),
    work: get('work'),
    titleRank: get('titleRank'),
    journalOf: get('journalOf'),
    titleWords: get('titleWords'),
    subjectAt: get('subjectAt'),
    moreDoc: get('moreDoc'),
    moreStart: get('moreStart'),
    more: get('more'),
    personFrom: get('personFrom'),
    persons: get('persons'),
    cellCombo: get('cellCombo'),
    cellRow: get('cellRow'),
    combos: get('combos'),
    placeSets: get('placeSets'),
    places: new PlaceSets(get('placeSets'), (header.meta.layout as RowLayout).presenceWords),
    titleOrder: get('titleOrder'),
    titleFiled: get('titleFiled'),
    personFiled: get('personFiled'),
    subjectFiled: get('subjectFiled'),
    journalFiled: get('journalFiled'),
    about: table('about'),
    aboutStart: get('aboutStart'),
    aboutDocs: get('aboutDocs'),
    callNumbers: table('callNumber'),
    shelfNumber: get('shelfNumber'),
    shelfDoc: get('shelfDoc'),
    shelfCampus: get('shelfCampus'),
    shelfCampusStart: get('shelfCampusStart'),
    shelfCampusAt: get('shelfCampusAt'),
    rows: get('rows'),
    holders: { start: get('holderStart'), docs: get('holderDocs'), order: get('holderOrder') },
    cameAs: get('cameAs'),
    added: get('added'),
    idDoc: get('idDoc'),
    citeStart: get('citeStart'),
    cite: get('cite'),
    citedStart: get('citedStart'),
    cited: get('cited'),
    workStart: get('workStart'),
    workDocs: get('workDocs'),
    loose: { hash: get('looseHash'), doc: get('looseDoc') },
    works: { hash: get('workHash'), doc: get('workOfDoc') },
    fieldLengths: get('fieldLengths'),
    spell: table('spell'),
    spellCount: get('spellCount'),
    spellHash: get('spellHash'),
    spellWord: get('spellWord'),
    sug: table('sug'),
    sugKind: get('sugKind'),
    sugValue: get('sugValue'),
    sugCount: get('sugCount'),
    sugEntry: get('sugEntry'),
    sugAt: get('sugAt'),
    tables: {
      language: table('language'),
      source: table('source'),
      journal: table('journal'),
      subject: table('subject'),
      person: table('person'),
      id: table('id'),
    },
  };
  return missing.length ? { problem: msg('indexfile.lacks', { section: missing[0] }) } : data;
}

/** An index that is in no file: of what a builder hands over. @throws RangeError where that is no index */
export function indexOf(
  meta: Readonly<Record<string, unknown>>,
  { sections, fill }: Pick<IndexParts, 'sections' | 'fill'>,
): IndexData {
  const { prefix, placeOf, size } = layoutIndex(meta, sections);
  const bytes = new Uint8Array(size);
  bytes.set(prefix);
  const put = (name: string, piece: Section, at: number): void =>
    bytes.set(
      new Uint8Array(piece.buffer, piece.byteOffset, piece.byteLength),
      placeOf(name) + at * piece.BYTES_PER_ELEMENT,
    );
  for (const [name, s] of Object.entries(sections)) if (!('type' in s)) put(name, s, 0);
  fill(put);
  const data = openIndex(bytes.buffer);
  if ('problem' in data) throw new RangeError(data.problem.code);
  return data;
}
