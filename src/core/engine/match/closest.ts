/**
 * The closest titles: records of which the words asked for cover a good share of the title, or the title a
 * good share of the words. Not part of the query language: the engine falls back on it when what was asked
 * exactly is nowhere.
 */

import { SMALL_WORDS } from '../../words/fold';
import { type Facts, titleLengthAt } from '../format/facts';
import { EMPTY, type Matches, type Postings } from '../format/postings';
import type { Closest } from '../port/engine';

/** So much of the words, or of the title, has to be met. */
export const COVERED = 0.6;

export class ClosestTitles {
  readonly #data: Facts & { readonly n: number };
  #closeness: { weight: Float32Array; inTitle: Uint8Array } | null = null;

  constructor(data: Facts & { readonly n: number }) {
    this.#data = data;
  }

  find(node: Closest, postingsOf: (word: string) => Postings): Matches {
    const { n } = this.#data;
    const lists = [...new Set(node.words)]
      .filter((w) => !SMALL_WORDS.has(w))
      .map((w) => postingsOf(w))
      .filter((p) => p.docs.length > 0);
    const all = lists.reduce((sum, p) => sum + p.idf, 0);
    if (all === 0) return EMPTY;
    this.#closeness ??= { weight: new Float32Array(n), inTitle: new Uint8Array(n) };
    const { weight, inTitle } = this.#closeness;
    const touched = new Uint32Array(
      Math.min(
        n,
        lists.reduce((sum, p) => sum + p.docs.length, 0),
      ),
    );
    let met = 0;
    for (const p of lists) {
      for (let i = 0; i < p.docs.length; i++) {
        if (((p.fields[i] as number) & 1) === 0) continue;
        const d = p.docs[i] as number;
        if (inTitle[d] === 0) touched[met++] = d;
        weight[d] = (weight[d] as number) + p.idf;
        inTitle[d] = (inTitle[d] as number) + 1;
      }
    }
    const found: number[] = [];
    const scores = new Map<number, number>();
    for (let i = 0; i < met; i++) {
      const d = touched[i] as number;
      const hit = inTitle[d] as number;
      const ofWords = (weight[d] as number) / all;
      // Ready for the next time.
      inTitle[d] = 0;
      weight[d] = 0;
      if (hit < 2 && lists.length > 1) continue;
      const ofTitle = hit / Math.max(hit, titleLengthAt(this.#data, d));
      if (ofWords < COVERED && ofTitle < COVERED) continue;
      found.push(d);
      scores.set(d, (all * 2 * ofTitle * ofWords) / (ofTitle + ofWords));
    }
    const docs = Uint32Array.from(found).sort();
    const score = Float32Array.from(docs, (d) => scores.get(d) as number);
    return { n: docs.length, docs, score, bits: new Uint8Array(docs.length) };
  }
}
