/** The index in memory: named typed arrays, checked for presence once when a file is opened. */
import type { RowLayout } from '../access/summary';
import type { Analysis } from './analysis';
import { decodeIndex, type Header, type Section } from './format';
import type { StringTable } from './strings';

export interface IndexData {
  readonly n: number;
  readonly meta: Header['meta'];
  readonly layout: RowLayout;
  readonly analysis: Analysis;
  readonly terms: StringTable;
  readonly termStart: Uint32Array;
  readonly posting: Uint32Array;
  readonly impact: Uint8Array;
  readonly fields: Uint8Array;
  readonly forward: Uint32Array;
  readonly docStart: Uint32Array;
  /** Number of each document's combination, and the combinations (see columns.ts), COMBO_WIDTH bytes each. */
  readonly combo: Uint32Array;
  readonly combos: Uint8Array;
  /** Words of the whole title, and of its part before the subtitle; small words not counted. */
  readonly titleLength: Uint8Array;
  readonly mainLength: Uint8Array;
  readonly year: Int16Array;
  /** Place of each document among all titles in order, and the documents in that order. */
  readonly titleRank: Uint32Array;
  readonly titleOrder: Uint32Array;
  readonly journal: Uint32Array;
  readonly subjectStart: Uint32Array;
  readonly subject: Uint32Array;
  readonly personStart: Uint32Array;
  readonly person: Uint32Array;
  readonly row: Uint32Array;
  readonly rows: Uint16Array;
  readonly recordAt: Float64Array;
  /** Day on which each document came into the index (0: with it), never falling. */
  readonly added: Uint16Array;
  readonly idDoc: Uint32Array;
  readonly citeStart: Uint32Array;
  readonly cite: Uint32Array;
  readonly citedStart: Uint32Array;
  readonly cited: Uint32Array;
  /** Group of each document's work in workStart/work; 0 stands for "alone". */
  readonly workOf: Uint32Array;
  readonly workStart: Uint32Array;
  readonly work: Uint32Array;
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
  readonly tables: Readonly<Record<'source' | 'language' | 'journal' | 'subject' | 'person' | 'id', StringTable>>;
}

/** Opens an index buffer; a file that is not one of ours, or is cut short, gives a message. */
export function openIndex(buffer: ArrayBufferLike): IndexData | { problem: string } {
  const decoded = decodeIndex(buffer);
  if ('problem' in decoded) return decoded;
  const { header, sections } = decoded;
  const missing: string[] = [];
  const get = <T extends Section>(name: string): T => {
    const s = sections[name];
    if (!s) missing.push(name);
    return s as T;
  };
  const table = (name: string): StringTable => ({ bytes: get<Uint8Array>(`${name}Bytes`), offsets: get<Uint32Array>(`${name}Offsets`) });
  const combo = get<Uint32Array>('combo');
  const data: IndexData = {
    n: combo?.length ?? 0,
    meta: header.meta,
    layout: header.meta.layout as RowLayout,
    analysis: header.meta.analysis === 'words' ? 'words' : 'stems',
    terms: table('term'),
    termStart: get('termStart'),
    posting: get('posting'),
    impact: get('impact'),
    fields: get('fields'),
    forward: get('forward'),
    docStart: get('docStart'),
    combo,
    combos: get('combos'),
    titleLength: get('titleLength'),
    mainLength: get('mainLength'),
    year: get('year'),
    titleRank: get('titleRank'),
    titleOrder: get('titleOrder'),
    journal: get('journal'),
    subjectStart: get('subjectStart'),
    subject: get('subject'),
    personStart: get('personStart'),
    person: get('person'),
    row: get('row'),
    rows: get('rows'),
    recordAt: get('recordAt'),
    added: get('added'),
    idDoc: get('idDoc'),
    citeStart: get('citeStart'),
    cite: get('cite'),
    citedStart: get('citedStart'),
    cited: get('cited'),
    workOf: get('workOf'),
    workStart: get('workStart'),
    work: get('work'),
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
  return missing.length ? { problem: `The index file lacks ${missing[0]}. Build it again.` } : data;
}
