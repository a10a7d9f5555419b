/**
 * Builds the inverted index from records, one at a time, and hands it over as named sections for `format.ts`.
 *
 * What is kept: for every term its postings (document, quantised BM25F weight, fields it stands in); for
 * every document its words in order (the forward index, which phrases are checked against), its columns for
 * counting, its access row.
 */

import type { AccessItem } from '../../access/options';
import { CodedError } from '../../codedError';
import { fullName } from '../../model/describe';
import type { Library } from '../../model/library';
import { msg } from '../../model/message';
import type { DiscoveryRecord } from '../../model/record';
import { yearOfRecord } from '../../model/record';
import { parseDay } from '../../model/time';
import { FIELDS } from '../../query/tree';
import { ANALYSES, type Analysis } from '../../words/analysis';
import { codesOf } from '../../words/codes';
import { fieldTexts } from '../../words/fieldTexts';
import { SMALL_WORDS, words } from '../../words/fold';
import { titleKey } from '../../words/keys';
import { mainWords } from '../../words/titleWords';
import { FIELD_END, type IndexParts, type Section, VALUE_END } from '../format/format';
import { usesOf } from '../format/holders';
import { byCodePoint, countStrings, packStrings, stringAt, Values } from '../format/strings';
import { buildSpelling } from '../help/spelling';
import { buildSuggestions } from '../help/suggest';
import { SUGGEST_KINDS, type SuggestKind } from '../port/engine';
import { CellMaker, type Numbered } from './cells';
import { growI16, growU8, growU16, growU32 } from './growable';
import { identitiesIn, ranksOf } from './identities';
import { invert, MemorySpool, type WordSpool } from './invert';
import { ListCollector } from './lists';
import { byLikeness, inOrder, listsInOrder } from './neighbours';
import { orderedSections } from './ordered';
import { relationsOf } from './relations';
import type { NextNumbers, Standing } from './standing';

const NO_REFERENCES: readonly string[] = [];

/** A document of the index that stands with the same record. */
export interface Again {
  readonly doc: number;
  /** What its waits and its refereeing depend on has not changed either: library, lists, journals, host. */
  readonly facts: boolean;
}

export class IndexBuilder {
  readonly #library: Library;
  // The two marks of the forward index are terms that no word can be; both sort before all others.
  readonly #terms = new Map<string, number>([
    ['', FIELD_END],
    ['\u0001', VALUE_END],
  ]);
  /**
   * By language: each word's number among the words as they are written; `#written` has its term, `#uses` how
   * often it stands.
   */
  readonly #tokens = new Map<string, Map<string, number>>();
  readonly #written = growU32();
  readonly #uses = growU32();
  readonly #stream: WordSpool;
  readonly #docStart = growU32();
  readonly #lengths = growU8();
  readonly #columns = {
    combo: growU32(),
    titleLength: growU8(),
    mainLength: growU8(),
    year: growI16(),
    journal: growU32(),
    row: growU32(),
    subjectStart: growU32(),
    subject: growU32(),
    personStart: growU32(),
    person: growU32(),
    added: growU16(),
  };
  readonly #subjects = new Values();
  readonly #persons = new Values();
  readonly #journals = new Values();
  readonly #cells: CellMaker;
  readonly #ids: string[] = [];
  readonly #references: (readonly string[])[] = [];
  readonly #works = new Map<string, number[]>();
  readonly #titles: string[] = [];
  readonly #lists: ListCollector;
  #lastDay = 0;

  readonly #termOf: (word: string, language: string) => string;

  /** What can be taken over: words and facts of documents that stand, and how often their words stood as written. */
  readonly #again: {
    readonly words: ReturnType<Standing['wordsOf']>;
    readonly cells: ReturnType<Standing['cellsOf']>;
    readonly standing: Standing;
    readonly spelt: Map<string, number>;
  } | null;

  /**
   * @param spool where the words of the records are put until they are turned round
   * @param standing an index of the same analysis, language and layout that documents may be taken over from
   */
  constructor(
    library: Library,
    analysis: Analysis = 'stems',
    spool: WordSpool = new MemorySpool(),
    standing: Standing | null = null,
  ) {
    this.#library = library;
    this.#stream = spool;
    this.#termOf = ANALYSES[analysis].termOf;
    this.#cells = new CellMaker(library);
    this.#journals.id('');
    this.#lists = new ListCollector(library);
    const next: NextNumbers = {
      term: (text) => this.#id(text),
      ...this.#cells.next,
    };
    this.#again = standing && {
      words: standing.wordsOf(next),
      cells: standing.cellsOf(next),
      standing,
      spelt: standing.spelt(),
    };
  }

  get count(): number {
    return this.#ids.length;
  }

  /**
   * Adds one record.
   * @param again the document of the index that stands that this record was, unchanged
   */
  add(item: AccessItem, again: Again | null = null): void {
    const { record: r } = item;
    const c = this.#columns;
    this.#ids.push(r.id);
    this.#docStart.push(this.#stream.length);
    if (again) this.#wordsAgain(again.doc);
    else this.#wordsOf(r);
    this.#references.push(r.references ?? NO_REFERENCES);
    if (r.work) this.#works.set(r.work, [...(this.#works.get(r.work) ?? []), this.#ids.length - 1]);
    this.#titles.push(titleKey(r.csl.title));
    this.#lists.add(r);
    c.year.push(yearOfRecord(r.csl) ?? -1);
    c.journal.push(this.#journals.id(r.csl['container-title'] ?? ''));
    c.subjectStart.push(c.subject.length);
    for (const s of new Set(r.subjects)) c.subject.push(this.#subjects.id(s));
    c.personStart.push(c.person.length);
    for (const n of new Set([...(r.csl.author ?? []), ...(r.csl.editor ?? [])].map(fullName)))
      c.person.push(this.#persons.id(n));
    const day = r.added ? (parseDay(r.added) ?? 0) : 0;
    if (day < this.#lastDay) throw new CodedError(msg('indexfile.order', { id: r.id, added: r.added }));
    this.#lastDay = day;
    c.added.push(day);
    const facts = (again?.facts ? this.#again?.cells(again.doc) : undefined) ?? this.#cells.of(item);
    c.row.push(facts.row);
    c.combo.push(facts.combo);
  }
  /** As the how-manieth records with these ids came; before `finish`. */
  cameAs(ids: ReadonlySet<string>): Map<string, number> {
    return new Map(this.#ids.flatMap((id, k) => (ids.has(id) ? [[id, k] as const] : [])));
  }
  /** A record of the index that stands that is not in this one, or not as it was there. */
  dropped(record: DiscoveryRecord): void {
    if (!this.#again) return;
    const { standing, spelt } = this.#again;
    for (const word of standing.spellingOf(record)) {
      const count = spelt.get(word);
      if (count !== undefined) spelt.set(word, count - 1);
    }
  }

  #wordsOf(r: DiscoveryRecord): void {
    const c = this.#columns;
    let titleLength = 0;
    const fields = fieldTexts(r, this.#library.language);
    fields.forEach((values, f) => {
      let length = 0;
      values.forEach(({ text, language }, i) => {
        const known = this.#known(language);
        if (i > 0) this.#stream.push(VALUE_END);
        for (const w of words(text)) {
          this.#stream.push(this.#term(w, language, known));
          length++;
          if (f === 0 && i === 0 && !SMALL_WORDS.has(w)) titleLength++;
        }
      });
      if (f === fields.length - 1) {
        for (const code of codesOf(r)) {
          this.#stream.push(VALUE_END);
          this.#stream.push(this.#id(code));
        }
      }
      this.#stream.push(FIELD_END);
      this.#lengths.push(Math.min(255, length));
    });
    c.titleLength.push(Math.min(255, titleLength));
    c.mainLength.push(mainWords(r.csl.title));
  }
  #wordsAgain(doc: number): void {
    if (!this.#again) throw new RangeError('There is no index to take a document over from.');
    const { words } = this.#again;
    words.each(doc, (term) => this.#stream.push(term));
    const lengths = words.lengths(doc);
    for (let f = 0; f < FIELDS.length; f++) this.#lengths.push(lengths[f] as number);
    const [length, main] = words.title(doc);
    this.#columns.titleLength.push(length);
    this.#columns.mainLength.push(main);
  }
  /** What the k-th record's waits and refereeing depend on, where more is known of it now than when it came. */
  settle(k: number, item: AccessItem): void {
    const { row, combo } = this.#cells.of(item);
    this.#columns.row.put(k, row);
    this.#columns.combo.put(k, combo);
  }
  #id(term: string): number {
    let id = this.#terms.get(term);
    if (id === undefined) {
      id = this.#terms.size;
      this.#terms.set(term, id);
    }
    return id;
  }

  /** The words known in a language, as they are written. */
  #known(language: string): Map<string, number> {
    let known = this.#tokens.get(language);
    if (!known) {
      known = new Map();
      this.#tokens.set(language, known);
    }
    return known;
  }
  #term(word: string, language: string, known: Map<string, number>): number {
    let n = known.get(word);
    if (n === undefined) {
      n = this.#written.length;
      this.#written.push(this.#id(this.#termOf(word, language)));
      this.#uses.push(0);
      known.set(word, n);
    }
    this.#uses.bump(n);
    return this.#written.at(n);
  }

  /** The words as they are written, with their counts, for the speller. */
  #spelling(): Record<string, Section> {
    const counts = this.#again?.spelt ?? new Map<string, number>();
    for (const words of this.#tokens.values())
      for (const [word, n] of words) counts.set(word, (counts.get(word) ?? 0) + this.#uses.at(n));
    for (const [word, count] of counts) if (count <= 0) counts.delete(word);
    return buildSpelling(counts);
  }

  /**
   * Everything the engine needs: sections as they are, and the large ones that are written piece by piece.
   * The builder is spent afterwards.
   * @param given what words weigh and how they are numbered in an index that this one is to be merged with
   */
  finish(given?: Given): IndexParts {
    const c = this.#columns;
    this.#docStart.push(this.#stream.length);
    c.subjectStart.push(c.subject.length);
    c.personStart.push(c.person.length);
    const spelling = this.#spelling();
    this.#tokens.clear();
    const values = {
      subject: this.#subjects.finish(),
      person: this.#persons.finish(),
      journal: this.#journals.finish(),
      ...this.#cells.values(),
    };
    // From here on everything is in the new order; `order` has the number under which each document was
    // added.
    const ranks = ranksOf(this.#ids);
    const { order, ...by } = this.#byLikeness(values, ranks);
    const words = this.#wordsIn(order, given);
    const { allIds, titleRank, ...identities } = identitiesIn(order, this.#ids, ranks, this.#titles);
    const { work, ...relations } = relationsOf(allIds, order, this.#references, this.#works);
    const tables = {
      subject: values.subject.table,
      person: values.person.table,
      journal: values.journal.table,
      source: values.source.table,
      language: values.language.table,
    };
    const suggested = (kind: SuggestKind) => {
      const uses = usesOf(by[kind], countStrings(tables[kind]));
      return { kind, values: Array.from(uses, (_, i) => stringAt(tables[kind], i)), counts: uses };
    };
    const sections: IndexParts['sections'] = {
      ...relations,
      ...orderedSections({
        ...by,
        work: work as Uint32Array,
        titleRank,
        titleLength: inOrder(c.titleLength.view(), order),
        mainLength: inOrder(c.mainLength.view(), order),
        added: inOrder(c.added.view(), order),
        cameAs: order,
        tables,
        cells: this.#cells.finish(values, inOrder(c.combo.view(), order), inOrder(c.row.view(), order)),
      }),
      ...spelling,
      ...buildSuggestions(SUGGEST_KINDS.map(suggested)),
      ...words.sections,
      ...identities,
      ...this.#lists.finish(order, tables),
    };
    return { sections, fill: words.fill };
  }

  /** The order of the documents, those that are alike beside each other, and their columns in it. */
  #byLikeness(
    { subject, person, journal }: Readonly<Record<'subject' | 'person' | 'journal', Numbered>>,
    idRank: Uint32Array,
  ) {
    const c = this.#columns;
    const came = {
      added: c.added.view(),
      subjectStart: c.subjectStart.view(),
      subject: mapped(c.subject.view(), subject.renumber),
      journal: mapped(c.journal.view(), journal.renumber),
      year: c.year.view(),
      idRank,
    };
    const order = byLikeness(came);
    const people = mapped(c.person.view(), person.renumber);
    const [subjectStart, subjects] = listsInOrder(came.subjectStart, came.subject, order);
    const [personStart, persons] = listsInOrder(c.personStart.view(), people, order);
    return {
      order,
      year: inOrder(came.year, order),
      journal: inOrder(came.journal, order),
      subjectStart,
      subject: subjects,
      personStart,
      person: persons,
    };
  }

  /** Terms and their postings, outlined: the words are turned round when they are written. */
  #wordsIn(order: Uint32Array, given?: Given): IndexParts {
    const sorted = [...this.#terms.keys()].sort(byCodePoint);
    const renumber = new Uint32Array(sorted.length);
    sorted.forEach((t, i) => {
      renumber[this.#terms.get(t) as number] = i;
    });
    this.#terms.clear();
    this.#stream.reorder(this.#docStart.view(), order);
    const lengths = inOrder(this.#lengths.view(), order, FIELDS.length);
    const { sections, fill } = invert(this.#stream, renumber, lengths, {
      ...(given && { mean: given.mean, code: Uint32Array.from(sorted, given.codeOf) }),
    });
    const terms = packStrings(sorted);
    return {
      sections: {
        termBytes: terms.bytes,
        termOffsets: terms.offsets,
        ...sections,
        fieldLengths: lengths,
      },
      fill,
    };
  }
}

/** What an index is made with that is to be merged with another. */
export interface Given {
  /** Mean length of each field, as it is reckoned with (see `meanLengths`). */
  readonly mean: Float64Array;
  readonly codeOf: (term: string) => number;
}
const mapped = (values: Uint32Array, by: Uint32Array): Uint32Array => values.map((v) => by[v] as number);
