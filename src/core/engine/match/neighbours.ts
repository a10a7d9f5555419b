/**
 * Where words stand: phrases and nearness, looked for in the forward index among documents that have the
 * words.
 */
import { FIELDS, type Field, maskedWords, type Near, type PhraseNode, type WordNode } from '../../query/tree';
import { words } from '../../words/fold';
import type { IndexData } from '../format/data';
import { FAR, FIELD_END, STRETCH_BITS, VALUE_END } from '../format/format';
import { bench, EMPTY, intersect, type Matches, placeIn } from '../format/postings';
import type { TermLists } from '../format/termLists';
import { before, behind, codeAt } from '../format/wordCodes';
import { TimeUp } from './timeUp';

/** Where the words must stand in a field's value: anywhere, from its start, or be all of it. */
export type Anchor = 'anywhere' | 'start' | 'whole';
const PHRASE_GAIN = 1.3;

/** A word of a phrase, folded; `prefix`: any word that begins so. */
export interface PhraseWord {
  readonly word: string;
  readonly prefix: boolean;
}
/**
 * What a word or phrase asks for, word by word. Where one falls apart (small-scale*), the mask is the last
 * one's.
 */
export function phraseWords(node: WordNode | PhraseNode): PhraseWord[] {
  const parts = node.op === 'word' ? [{ text: node.text, prefix: node.prefix ?? false }] : maskedWords(node);
  return parts.flatMap(({ text, prefix }) => {
    const own = words(text);
    return own.map((word, i) => ({ word, prefix: prefix && i === own.length - 1 }));
  });
}

/** Where a phrase is to stand. */
interface Where {
  readonly field?: Field | undefined;
  readonly anchor: Anchor;
  /** The candidates' bits say in which fields all these words are, so that no other needs a look. */
  readonly within: boolean;
}
export class Neighbours {
  readonly #data: IndexData;
  readonly #termsOf: (word: string, prefix: boolean) => readonly number[];
  readonly #expired: () => boolean;
  readonly #lists: TermLists;

  /** @param termsOf the terms of a folded word */
  constructor(
    data: IndexData,
    lists: TermLists,
    termsOf: (word: string, prefix: boolean) => readonly number[],
    expired: () => boolean,
  ) {
    this.#data = data;
    this.#lists = lists;
    this.#termsOf = termsOf;
    this.#expired = expired;
  }

  /**
   * Of the candidates, those in which the words stand one after the other.
   */
  inARow(candidates: Matches, parts: readonly PhraseWord[], { field, anchor, within }: Where): Matches {
    if (candidates.n === 0) return EMPTY;
    const terms = parts.map(({ word, prefix }) => this.#termsOf(word, prefix));
    if (terms.some((s) => s.length === 0)) return EMPTY;
    const { forward, docStart, termCode, where } = this.#data;
    const sets = terms.map((set) => this.#codesOf(set));
    const allowed = field ? 1 << FIELDS.indexOf(field) : 255;
    // The phrase is looked for by its rarest word, and that where its postings say.
    const sizes = terms.map((set) => set.reduce((sum, t) => sum + this.#lists.size(t), 0));
    const anchorWord = sizes.indexOf(Math.min(...sizes));
    const anchors = (terms[anchorWord] as readonly number[]).map((term) => ({
      code: termCode[term] as number,
      list: this.#lists.of(term),
      at: 0,
    }));
    /**
     * Does the phrase stand with its anchor at this place? Marks are terms as well, so it never goes over the
     * end of a value.
     */
    const stands = (p: number, begin: number): boolean => {
      let first = p;
      for (let k = 0; k < anchorWord; k++) {
        if (first <= begin) return false;
        first = before(forward, first);
      }
      let at = first;
      for (const set of sets) {
        if (!set.includes(codeAt(forward, at))) return false;
        at = behind(forward, at);
      }
      if (anchor !== 'anywhere' && first > begin && (forward[first - 1] as number) > VALUE_END) return false;
      return anchor !== 'whole' || (forward[at] as number) <= VALUE_END;
    };
    return this.#keep(
      candidates,
      (d, possible) => {
        const begin = docStart[d] as number;
        let found = 0;
        for (const own of anchors) {
          const k = placeIn(own.list, own.at, d);
          own.at = k < 0 ? ~k : k;
          if (k < 0) continue;
          const bits = own.list.fields[k] as number;
          const first = where[own.list.from + k] as number;
          const near = (first & FAR) < FAR;
          let p = begin;
          // No unit inside a code looks like another code.
          const end = docStart[d + 1] as number;
          if (near)
            for (p += (first & FAR) << STRETCH_BITS; p < end && codeAt(forward, p) !== own.code; ) p++;
          if (first < FAR) {
            if (stands(p, begin)) found |= bits;
            continue;
          }
          // It stands there several times: from the first on, through the fields that can have the phrase.
          let f = near ? 31 - Math.clz32(bits & -bits) : 0;
          for (; p < end; p = behind(forward, p)) {
            const t = codeAt(forward, p);
            if (t === FIELD_END) {
              f++;
              if (possible >> f === 0) break;
            } else if (t === own.code && stands(p, begin)) found |= 1 << f;
          }
        }
        return found & allowed;
      },
      within,
    );
  }
  #codesOf(terms: readonly number[]): readonly number[] {
    const { termCode } = this.#data;
    return terms.map((t) => termCode[t] as number);
  }

  /**
   * Two words or phrases in the same value of a field, at most `distance` words apart.
   * @param has the documents that have each of them
   */
  near(node: Near, has: { readonly left: Matches; readonly right: Matches }): Matches {
    const part = (n: WordNode | PhraseNode): { sets: (readonly number[])[]; field: Field | undefined } => ({
      sets: phraseWords(n).map(({ word, prefix }) => this.#codesOf(this.#termsOf(word, prefix))),
      field: n.field,
    });
    const [left, right] = [part(node.left), part(node.right)];
    const candidates = intersect(has.left, has.right);
    if (!left.sets.length || !right.sets.length) return candidates;
    const { forward, docStart } = this.#data;
    const standsAt = ({ sets }: { readonly sets: readonly (readonly number[])[] }, p: number): boolean => {
      let at = p;
      for (const set of sets) {
        if (!set.includes(codeAt(forward, at))) return false;
        at = behind(forward, at);
      }
      return true;
    };
    const fieldOf = (field: Field | undefined): number => (field ? 1 << FIELDS.indexOf(field) : 255);
    const both = fieldOf(left.field) & fieldOf(right.field);
    return this.#keep(
      candidates,
      (d, possible) => {
        const fields = possible & both;
        let found = 0;
        let f = 0;
        // Of those before, the last one is the closest: no other needs to be remembered.
        let lastLeft = Number.NEGATIVE_INFINITY;
        let lastRight = Number.NEGATIVE_INFINITY;
        // How many words have been passed, `p` being where the next stands.
        let word = 0;
        const end = docStart[d + 1] as number;
        for (let p = docStart[d] as number; p < end; p = behind(forward, p), word++) {
          const t = forward[p] as number;
          if (t <= VALUE_END) {
            lastLeft = lastRight = Number.NEGATIVE_INFINITY;
            if (t === FIELD_END && fields >> ++f === 0) break;
            continue;
          }
          if (((fields >> f) & 1) === 0) continue;
          const isLeft = standsAt(left, p);
          const isRight = standsAt(right, p);
          // Words between the end of the one and the start of the other, plus one, is their distance; nothing
          // is near itself.
          if (isRight && word - (lastLeft + left.sets.length - 1) <= node.distance) found |= 1 << f;
          if (isLeft && !node.ordered && word - (lastRight + right.sets.length - 1) <= node.distance)
            found |= 1 << f;
          if (isLeft) lastLeft = word;
          if (isRight) lastRight = word;
        }
        return found;
      },
      true,
    );
  }

  /** The candidates for which `fieldsOf` gives a field at all, with those fields as their bits. */
  #keep(candidates: Matches, fieldsOf: (doc: number, possible: number) => number, within: boolean): Matches {
    const { n } = candidates;
    const { docs, score, bits } = bench.for(n);
    let count = 0;
    for (let i = 0; i < n; i++) {
      if ((i & 4095) === 4095 && this.#expired()) throw new TimeUp();
      const d = candidates.docs[i] as number;
      const possible = within ? (candidates.bits[i] as number) : 255;
      const found = possible === 0 ? 0 : fieldsOf(d, possible);
      if (found === 0) continue;
      docs[count] = d;
      score[count] = (candidates.score[i] as number) * PHRASE_GAIN;
      bits[count++] = (candidates.bits[i] as number) & found;
    }
    return bench.taken(count);
  }
}
