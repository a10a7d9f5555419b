/**
 * From query tree to matching documents with their scores: postings are intersected by galloping from the
 * rarest word, phrases and nearness are looked for in what is left (see standing.ts). Scores are sums of idf
 * × quantised BM25F weight.
 */
import { FIELDS, type Field, type QueryNode } from '../../query/tree';
import { ANALYSES } from '../../words/analysis';
import { codeTerm } from '../../words/codes';
import { SMALL_WORDS, words } from '../../words/fold';
import type { IndexData } from '../format/data';
import { yearAt } from '../format/facts';
import {
  gallop,
  idfOf,
  intersect,
  intersectWords,
  type Lists,
  type Matches,
  materialise,
  minus,
  onlyIn,
  type Postings,
  union,
  type Word,
  withIdf,
  zip,
} from '../format/postings';
import { findString, prefixRange } from '../format/strings';
import { TermLists } from '../format/termLists';
import type { Closest } from '../port/engine';
import { ClosestTitles } from './closest';
import { type Anchor, Neighbours, type PhraseWord, phraseWords } from './neighbours';
import { TimeUp } from './timeUp';

/** Postings of joined lists that are remembered, six bytes each: the words asked for last. */
const MERGED_KEPT = 4_000_000;
/** Matches that are remembered, nine bytes each, and of how many questions. */
const ANSWERS_KEPT = 1_000_000;
const ANSWERS_MOST = 200;
const TERMS_KEPT = 5000;
const ZIPPED = 16;
/** Codes are exact, so finding one is worth as much as a rare word. */
const CODE_IDF_LEAST = 4;

const NOTHING: Lists = { docs: new Uint32Array(0), impact: new Uint8Array(0), fields: new Uint8Array(0) };

const exactly = (text: string): PhraseWord[] => words(text).map((word) => ({ word, prefix: false }));
/** A capital by itself is meant (vitamin A), though as a small word it would not be asked for. */
const isLetter = (text: string): boolean => /^\p{Lu}$/u.test(text);

export class Evaluator {
  readonly #data: IndexData;
  readonly #merged = new Map<string, Postings>();
  #mergedSize = 0;
  readonly #lists: TermLists;
  readonly #standing: Neighbours;
  readonly #closest: ClosestTitles;
  #scratch: { impact: Uint8Array; fields: Uint8Array } | null = null;
  /** Asked now and then while evaluating; once it says yes, `evaluate` throws TimeUp. */
  expired: () => boolean = () => false;

  constructor(data: IndexData) {
    this.#data = data;
    this.#lists = new TermLists(data);
    this.#standing = new Neighbours(
      data,
      this.#lists,
      (word, prefix) => this.#termsOf(word, prefix),
      () => this.expired(),
    );
    this.#closest = new ClosestTitles(data);
  }

  readonly #terms = new Map<string, number[]>();
  /** Terms of a folded word: all languages' stems that exist, or all terms with the prefix. */
  #termsOf(word: string, prefix: boolean): number[] {
    const key = prefix ? `${word}*` : word;
    let ids = this.#terms.get(key);
    if (!ids) {
      ids = this.#lookUp(word, prefix);
      if (this.#terms.size > TERMS_KEPT) this.#terms.clear();
      this.#terms.set(key, ids);
    }
    return ids;
  }
  #lookUp(word: string, prefix: boolean): number[] {
    const { terms } = this.#data;
    if (prefix) {
      const [from, to] = prefixRange(terms, word);
      return Array.from({ length: to - from }, (_, i) => from + i);
    }
    return ANALYSES[this.#data.analysis]
      .termsFor(word)
      .map((s) => findString(terms, s))
      .filter((t) => t >= 0);
  }

  /** The terms of a word, remembered. */
  readonly termsOf = (word: string): readonly number[] => this.#termsOf(word, false);

  /** Is there any record with this word at all? */
  knows(word: string, prefix = false): boolean {
    return this.#termsOf(word, prefix).length > 0;
  }
  /** In how many records a word stands, endings disregarded (an upper bound where several stems serve it). */
  frequency(word: string, prefix = false): number {
    return this.#termsOf(word, prefix).reduce((sum, t) => sum + this.#lists.size(t), 0);
  }

  /**
   * The fields of one record in which a word stands, as names. Each form's list is looked into; joining them
   * would cost their length.
   */
  fieldsOf(word: string, prefix: boolean, doc: number): Field[] {
    const ids = this.#termsOf(word, prefix);
    let bits = 0;
    if (ids.length <= ZIPPED) for (const t of ids) bits |= this.#lists.fieldsIn(t, doc);
    else {
      const joined = this.#postings(word, prefix, undefined);
      const i = gallop(joined.docs, 0, doc);
      if (joined.docs[i] === doc) bits = joined.fields[i] as number;
    }
    return FIELDS.filter((_, f) => (bits >> f) & 1);
  }

  #postings(word: string, prefix: boolean, field: Field | undefined): Postings {
    return this.#remembered(
      `${field ?? ''}:${word}${prefix ? '*' : ''}`,
      () => this.#termsOf(word, prefix),
      field,
    );
  }

  #word(word: string, prefix: boolean, field: Field | undefined): Word {
    const ids = this.#termsOf(word, prefix);
    const joined = () => this.#postings(word, prefix, field);
    const mask = field ? 1 << FIELDS.indexOf(field) : 255;
    const lists = ids.length <= ZIPPED ? ids.map((t) => this.#raw(t)) : [joined()];
    const size = lists.reduce((sum, l) => sum + l.impact.length, 0);
    return { lists, size, idf: idfOf(this.#data.n, Math.min(size, this.#data.n)), mask, joined };
  }

  #remembered(key: string, find: () => readonly number[], field: Field | undefined): Postings {
    const kept = this.#merged.get(key);
    if (kept) {
      this.#merged.delete(key);
      this.#merged.set(key, kept);
      return kept;
    }
    const ids = find();
    let list = ids.length <= 1 ? this.#raw(ids[0]) : this.#merge(ids);
    if (field) list = onlyIn(list, 1 << FIELDS.indexOf(field));
    const { n } = this.#data;
    const made = withIdf(list, idfOf(n, list.impact.length));
    if (ids.length > 1 || field) {
      this.#merged.set(key, made);
      this.#mergedSize += made.impact.length;
      for (const [oldest, { impact }] of this.#merged) {
        if (this.#mergedSize <= MERGED_KEPT || oldest === key) break;
        this.#merged.delete(oldest);
        this.#mergedSize -= impact.length;
      }
    }
    return made;
  }

  #raw(term: number | undefined): Lists {
    return term === undefined ? NOTHING : this.#lists.of(term);
  }

  /** The union of several terms' postings, each document with its best weight. */
  #merge(ids: readonly number[]): Lists {
    // A word's forms in several languages: a few lists, mostly one long and some short. Zipped, the short
    // ones first.
    if (ids.length <= ZIPPED)
      return ids
        .map((t) => this.#raw(t))
        .sort((a, b) => a.impact.length - b.impact.length)
        .reduce(zip);
    const { termStart, impact, fields, n } = this.#data;
    this.#scratch ??= { impact: new Uint8Array(n), fields: new Uint8Array(n) };
    const s = this.#scratch;
    let total = 0;
    let longest = 0;
    for (const t of ids) {
      total += this.#lists.size(t);
      longest = Math.max(longest, this.#lists.size(t));
    }
    const touched = new Uint32Array(Math.min(total, n));
    const own = new Uint32Array(longest);
    let count = 0;
    for (const t of ids) {
      const size = this.#lists.copy(t, own);
      for (let i = 0, p = termStart[t] as number; i < size; i++, p++) {
        const d = own[i] as number;
        const w = impact[p] as number;
        if (s.fields[d] === 0) touched[count++] = d;
        s.fields[d] = (s.fields[d] as number) | (fields[p] as number);
        if (w > (s.impact[d] as number)) s.impact[d] = w;
      }
    }
    let docs: Uint32Array;
    // Sorting what was touched beats a walk over everything only while little was touched.
    if (count > n >> 4) {
      docs = new Uint32Array(count);
      for (let d = 0, i = 0; d < n; d++) if (s.fields[d] !== 0) docs[i++] = d;
    } else docs = touched.subarray(0, count).sort();
    const weights = new Uint8Array(count);
    const bits = new Uint8Array(count);
    for (let i = 0; i < count; i++) {
      const d = docs[i] as number;
      weights[i] = s.impact[d] as number;
      bits[i] = s.fields[d] as number;
      s.impact[d] = 0;
      s.fields[d] = 0;
    }
    return { docs, impact: weights, fields: bits };
  }

  readonly #answers = new Map<string, Matches>();
  #answersSize = 0;
  /**
   * The documents that a tree matches. The latest are remembered: whoever narrows a search asks the same
   * words again and again. Throws TimeUp when its time has passed.
   */
  evaluate(node: QueryNode | Closest): Matches {
    const key = JSON.stringify(node);
    const known = this.#answers.get(key);
    if (known) {
      this.#answers.delete(key);
      this.#answers.set(key, known);
      return known;
    }
    const made = this.#evaluate(node);
    if (made === this.#all) return made;
    this.#answers.set(key, made);
    this.#answersSize += made.n;
    for (const [oldest, { n }] of this.#answers) {
      if ((this.#answersSize <= ANSWERS_KEPT && this.#answers.size <= ANSWERS_MOST) || oldest === key) break;
      this.#answers.delete(oldest);
      this.#answersSize -= n;
    }
    return made;
  }
  #evaluate(node: QueryNode | Closest): Matches {
    if (this.expired()) throw new TimeUp();
    switch (node.op) {
      case 'everything':
        return this.#everything();
      case 'word': {
        // One "word" of the box may fall apart into several (small-scale): then they stand side by side.
        return this.#phrase(phraseWords(node), node.field, 'anywhere');
      }
      case 'phrase':
        return this.#phrase(phraseWords(node), node.field, 'anywhere');
      case 'begins':
        return this.#phrase(exactly(node.text), node.field, 'start');
      case 'whole':
        return this.#phrase(exactly(node.text), node.field, 'whole');
      case 'code':
        return this.#code(node);
      case 'near':
        return this.#standing.near(node, {
          left: this.#evaluate(node.left),
          right: this.#evaluate(node.right),
        });
      case 'years':
        return this.#years(node.from ?? Number.NEGATIVE_INFINITY, node.to ?? Number.POSITIVE_INFINITY);
      case 'closest':
        return this.#closest.find(node, (word) => this.#postings(word, false, undefined));
      case 'not':
        return minus(this.#everything(), this.#evaluate(node.of));
      case 'or':
        return node.of.map((n) => this.#evaluate(n)).reduce(union);
      case 'and':
        return this.#and(node.of);
    }
  }

  #all: Matches | null = null;
  #everything(): Matches {
    const { n } = this.#data;
    if (this.#all) return this.#all;
    const docs = new Uint32Array(n);
    for (let i = 0; i < n; i++) docs[i] = i;
    this.#all = { n, docs, score: new Float32Array(n), bits: new Uint8Array(n), plain: true };
    return this.#all;
  }

  #years(from: number, to: number): Matches {
    const { n } = this.#data;
    const docs = new Uint32Array(n);
    let count = 0;
    for (let d = 0; d < n; d++) {
      const y = yearAt(this.#data, d);
      if (y > 0 && y >= from && y <= to) docs[count++] = d;
    }
    return {
      n: count,
      docs: docs.subarray(0, count),
      score: new Float32Array(count),
      bits: new Uint8Array(count).fill(255),
    };
  }

  #code(node: Extract<QueryNode, { op: 'code' }>): Matches {
    if (node.code === 'rec') return this.#record(node);
    const term = codeTerm(node.code, node.value);
    const { terms } = this.#data;
    const find = (): number[] => {
      if (!node.prefix) return [findString(terms, term)].filter((t) => t >= 0);
      const [from, to] = prefixRange(terms, term);
      return Array.from({ length: to - from }, (_, i) => from + i);
    };
    const p = this.#remembered(`#${term}${node.prefix ? '*' : ''}`, find, undefined);
    return materialise(withIdf(p, Math.max(CODE_IDF_LEAST, p.idf)));
  }

  /** By the ids themselves, for which no terms are kept. */
  #record({ value, prefix }: Extract<QueryNode, { op: 'code' }>): Matches {
    const { tables, idDoc } = this.#data;
    const at = findString(tables.id, value);
    const [from, to] = prefix ? prefixRange(tables.id, value) : at < 0 ? [0, 0] : [at, at + 1];
    const docs = idDoc.slice(from, to).sort();
    return {
      n: docs.length,
      docs,
      score: new Float32Array(docs.length),
      bits: new Uint8Array(docs.length).fill(255),
    };
  }

  #and(of: readonly QueryNode[]): Matches {
    const plain: Word[] = [];
    const rest: QueryNode[] = [];
    const not: QueryNode[] = [];
    const simple = (n: QueryNode): string | null => {
      if (n.op !== 'word') return null;
      const parts = words(n.text);
      return parts.length === 1 ? (parts[0] as string) : parts.length === 0 ? '' : null;
    };
    const small = of.every((n) => n.op === 'word' && SMALL_WORDS.has(n.text.toLowerCase()));
    const phrases: { parts: readonly PhraseWord[]; field: Field | undefined }[] = [];
    for (const [i, n] of of.entries()) {
      const word = simple(n);
      if (n.op === 'not') not.push(n.of);
      else if (n.op === 'phrase' || (n.op === 'word' && word === null)) {
        // A phrase's words join the others first, small ones too: what is left is looked into for the phrase.
        const parts = phraseWords(n);
        for (const p of parts) plain.push(this.#word(p.word, p.prefix, n.field));
        if (parts.length > 1) phrases.push({ parts, field: n.field });
      } else if (word === null || n.op !== 'word') rest.push(n);
      else if (word !== '' && (small || n.field || !SMALL_WORDS.has(word) || (i > 0 && isLetter(n.text))))
        plain.push(this.#word(word, n.prefix ?? false, n.field));
    }
    let matches = plain.length ? intersectWords(plain) : null;
    for (const p of phrases)
      matches = this.#standing.inARow(matches as Matches, p.parts, {
        field: p.field,
        anchor: 'anywhere',
        within: of.length === 1,
      });
    const seen = new Set<string>();
    for (const n of rest) {
      if (matches?.n === 0) break;
      // What is asked twice is looked for once.
      const key = JSON.stringify(n);
      if (seen.has(key)) continue;
      seen.add(key);
      const next = this.#evaluate(n);
      matches = matches ? intersect(matches, next) : next;
    }
    matches ??= this.#everything();
    for (const n of not) matches = minus(matches, this.#evaluate(n));
    return matches;
  }

  #phrase(parts: readonly PhraseWord[], field: Field | undefined, anchor: Anchor): Matches {
    if (parts.length === 0) return this.#everything();
    const [only] = parts;
    if (parts.length === 1 && only && anchor === 'anywhere')
      return materialise(this.#postings(only.word, only.prefix, field));
    return this.#standing.inARow(
      intersectWords(parts.map((p) => this.#word(p.word, p.prefix, field))),
      parts,
      { field, anchor, within: true },
    );
  }
}
