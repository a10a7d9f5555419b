/** The rows of the reader's store, beside the slips: what stands in each table. */
import type { ReferenceItem } from '../core/model/record';
import type { Pile, PileItem } from '../core/piles/pile';
import type { ReadReference } from '../core/references/read';

export interface Setting {
  readonly key: string;
  readonly value: unknown;
}
/** A search that was made; `address` is its parameters. */
export interface PastSearch {
  readonly id: string;
  readonly reader: string;
  readonly address: string;
  readonly q: string;
  readonly sentence: string;
  /** ISO local time, the clock's. */
  readonly at: string;
  readonly total: number;
}
/** A search kept under a name: it tells what is new since the day it was last looked at. */
export interface StandingSearch {
  readonly id: string;
  readonly reader: string;
  readonly name: string;
  readonly address: string;
  readonly sentence: string;
  readonly created: string;
  /** ISO day up to which the reader has seen what there is. */
  readonly seen: string;
}
/** What was taken out of piles in one act; `pile` where the whole of it was thrown away. */
export interface Binned {
  readonly id: string;
  readonly reader: string;
  /** ISO local time. */
  readonly at: string;
  readonly pile: Pile | null;
  readonly items: readonly PileItem[];
}
/** A citation style of the reader's own: a CSL file. */
export interface OwnStyle {
  readonly id: string;
  readonly reader: string;
  readonly title: string;
  readonly xml: string;
}
/** What a reader says of a thing where its record says otherwise or nothing: fields of CSL by name. */
export interface Correction {
  /** Reader and key of the thing. */
  readonly id: string;
  readonly reader: string;
  readonly key: string;
  readonly csl: Partial<ReferenceItem>;
}
export interface Question {
  readonly id: string;
  readonly reader: string;
  readonly kind: 'question' | 'link';
  readonly subject: string;
  readonly text: string;
  /** The item it is about. */
  readonly record?: string;
  /** The way that did not work (kind link). */
  readonly way?: string;
  /** The search it is about, as its address. */
  readonly search?: string;
  /** ISO local time. */
  readonly asked: string;
}
/** One reference of a bibliography, and what the reader decided about it. */
export interface KeptReference {
  readonly id: string;
  readonly ref: ReadReference;
  /** The record chosen by hand; null: none of those offered; left out: what was found stands. */
  readonly chosen?: string | null;
}
export interface Bibliography {
  readonly reader: string;
  readonly text: string;
  /** The text that the rows were read from. */
  readonly read: string;
  readonly needBy: string;
  readonly rows: readonly KeptReference[];
}
