/**
 * What a query is when it is more than words: a standard number, a call number, a place in a journal (title, volume,
 * page), a journal's title, a person's name. Offered at once with how many records it would find; taken at once only
 * where nothing else can be meant.
 */
import type { Offer, QueryNote } from '../../query/plain';
import { printPlain } from '../../query/plain';
import { join, type QueryNode } from '../../query/tree';
import { type CodeKind, callNumberKey } from '../../words/codes';
import { fold, SMALL_WORDS, words } from '../../words/fold';
import type { IndexData } from '../format/data';
import { personsAt } from '../format/facts';
import type { Matches } from '../format/postings';
import { countStrings, stringAt } from '../format/strings';
import type { Evaluator } from '../match/evaluate';

export interface Recognised {
  /** To be searched in place of the words; null when they are searched as they are. */
  readonly tree: QueryNode | null;
  readonly notes: readonly QueryNote[];
}
const NOTHING: Recognised = { tree: null, notes: [] };
const CODE_LABEL: Record<CodeKind, string> = {
  isbn: 'an ISBN',
  issn: 'an ISSN',
  doi: 'a DOI',
  call: 'a call number',
  vol: 'a volume',
  iss: 'an issue',
  page: 'a page',
};
/** Class letters, class number, cutters; or three digits with decimals and an author mark. */
const LC = /^[a-z]{1,3}\s?\d{1,4}(\.\d+)?(\s?\.?[a-z]\d{1,5})*(\s\d{4})?(\s?[vc]\.\s?\d+)?$/i;
const DEWEY = /^\d{3}(\.\d{1,6})?(\s[a-z]{2,4})?$/i;

export class Recogniser {
  readonly #data: IndexData;
  readonly #evaluator: Evaluator;
  #journals: Map<string, string> | null = null;

  constructor(data: IndexData, evaluator: Evaluator) {
    this.#data = data;
    this.#evaluator = evaluator;
  }

  /** Titles of journals and books that have parts, by their folded words. */
  #titles(): Map<string, string> {
    if (!this.#journals) {
      this.#journals = new Map();
      const table = this.#data.tables.journal;
      for (let i = 0; i < countStrings(table); i++) {
        const title = stringAt(table, i);
        const key = words(title).join(' ');
        if (key) this.#journals.set(key, title);
      }
    }
    return this.#journals;
  }

  /** `left` says how many of some matches the search's conditions leave, `count` how many a tree matches now. */
  recognise(
    q: string,
    tree: QueryNode,
    left: (found: Matches) => number,
    count: (tree: QueryNode) => number,
  ): Recognised {
    const text = q.trim().replace(/\s+/g, ' ');
    if (!text || text.length > 600) return NOTHING;
    if (tree.op === 'code')
      return { tree: null, notes: [{ code: 'recognised', text: `Read as ${CODE_LABEL[tree.code]}.` }] };
    const asWords: Offer = { text: 'Search the words instead', q, exact: true };

    if (LC.test(text) || DEWEY.test(text)) {
      const node: QueryNode = { op: 'code', code: 'call', value: callNumberKey(text), prefix: true };
      if (count(node) > 0)
        return {
          tree: node,
          notes: [
            {
              code: 'recognised',
              text: 'Read as a call number: what stands at that place on the shelf.',
              offers: [asWords],
            },
          ],
        };
    }
    const plain = !/["():*]|\b(OR|AND|NOT)\b/.test(text);
    const place = /\d/.test(text) ? this.#placeInJournal(text, count) : null;
    if (place) {
      const numbers = place.of.flatMap((n) =>
        n.op === 'code'
          ? [`${n.code === 'vol' ? 'volume' : n.code === 'iss' ? 'issue' : 'page'} ${n.value}`]
          : [],
      );
      return {
        tree: place,
        notes: [
          {
            code: 'recognised',
            text: `Read as a place in a journal: ${place.title}, ${numbers.join(', ')}.`,
            offers: [asWords],
          },
        ],
      };
    }
    if (!plain) return NOTHING;
    const title = this.#titles().get(words(text).join(' '));
    const notes: QueryNote[] = [];
    if (title) {
      const node: QueryNode = { op: 'whole', text: title, field: 'container' };
      const n = left(this.#evaluator.evaluate(node));
      if (n > 1)
        notes.push({
          code: 'journal',
          text: `${title} is a journal or a book with parts.`,
          offers: [{ text: `Search in it (${n.toLocaleString('en')})`, q: printPlain(node) }],
        });
    }
    const person = this.#person(text, left);
    if (person) notes.push(person);
    return { tree: null, notes };
  }

  #placeInJournal(
    text: string,
    count: (tree: QueryNode) => number,
  ): { op: 'and'; of: readonly QueryNode[]; title: string } | null {
    const list = words(text);
    const titles = this.#titles();
    for (let length = Math.min(14, list.length - 2); length > 0; length--) {
      for (let at = 0; at + length <= list.length; at++) {
        const title = titles.get(list.slice(at, at + length).join(' '));
        if (!title) continue;
        const rest = list.slice(at + length);
        for (const codes of readings(rest)) {
          const of: QueryNode[] = [{ op: 'whole', text: title, field: 'container' }, ...codes];
          if (count(join('and', of)) > 0) return { op: 'and', of, title };
        }
      }
    }
    return null;
  }

  #person(text: string, left: (found: Matches) => number): QueryNote | null {
    const names = words(text).filter((w) => !SMALL_WORDS.has(w));
    if (!names.length || names.length > 4 || names.some((w) => /\d/.test(w))) return null;
    const inField = (field: 'person' | 'subject'): QueryNode =>
      join(
        'and',
        names.map((w): QueryNode => ({ op: 'word', text: w, field })),
      );
    const by = this.#evaluator.evaluate(inField('person'));
    if (by.n === 0) return null;
    // A single word is a name only if it mostly stands among the names.
    const [only] = names;
    if (names.length === 1 && only && by.n < 0.4 * this.#evaluator.frequency(only)) return null;
    if (names.length > 1 && !this.#oneName(names, by)) return null;
    const [n, about] = [left(by), left(this.#evaluator.evaluate(inField('subject')))];
    const written = text.replace(/,/g, '');
    return {
      code: 'person',
      text: `${text} is a person’s name.`,
      offers: [
        { text: `Works by (${n.toLocaleString('en')})`, q: `by:(${written})` },
        ...(about > 0 ? [{ text: `About (${about.toLocaleString('en')})`, q: `subject:(${written})` }] : []),
      ],
    };
  }

  /** Do these words stand in one name? */
  #oneName(names: readonly string[], { docs, n }: Matches): boolean {
    const { tables } = this.#data;
    for (let i = 0; i < Math.min(n, 50); i++) {
      const d = docs[i] as number;
      for (const p of personsAt(this.#data, d)) {
        const own = fold(stringAt(tables.person, p));
        if (names.every((w) => words(own).includes(w))) return true;
      }
    }
    return false;
  }
}

/** The ways in which the words after a journal's title can be volume, issue and page, likeliest first. */
function readings(rest: readonly string[]): QueryNode[][] {
  const code = (kind: CodeKind, value: string | undefined): QueryNode[] =>
    value === undefined ? [] : [{ op: 'code', code: kind, value }];
  const labelled: Partial<Record<'vol' | 'iss' | 'page', string>> = {};
  const numbers: string[] = [];
  for (let i = 0; i < rest.length; i++) {
    const w = rest[i] as string;
    const next = rest[i + 1];
    const label = /^(v|vol|volume|band|bd|tome)$/.test(w)
      ? 'vol'
      : /^(n|no|nr|issue|heft|number)$/.test(w)
        ? 'iss'
        : /^(p|pp|page|pages|s|seite)$/.test(w)
          ? 'page'
          : null;
    if (label && next && /^[a-z]?\d/.test(next)) {
      labelled[label] = next;
      i++;
    } else if (/^[a-z]?\d+[a-z]?$/.test(w)) numbers.push(w);
  }
  const isYear = (n: string): boolean => /^(1[6-9]|20)\d\d$/.test(n);
  const bare = [numbers, numbers.filter((n) => !isYear(n))].filter(
    (l, i, all) => i === 0 || l.length !== (all[0] as string[]).length,
  );
  const out: QueryNode[][] = [];
  for (const list of [...bare].reverse()) {
    const [a, b, c] = list;
    const { vol, iss, page } = labelled;
    if (vol && page)
      out.push(
        [...code('vol', vol), ...code('iss', iss), ...code('page', page)],
        [...code('vol', vol), ...code('page', page)],
      );
    else if (vol && a)
      out.push([...code('vol', vol), ...code('page', a)], [...code('vol', vol), ...code('page', b ?? a)]);
    else if (page && a) out.push([...code('vol', a), ...code('page', page)]);
    else if (a && b) {
      if (c)
        out.push(
          [...code('vol', a), ...code('iss', b), ...code('page', c)],
          [...code('vol', a), ...code('page', c)],
        );
      out.push([...code('vol', a), ...code('page', b)]);
    }
  }
  return out;
}
