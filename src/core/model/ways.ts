/** Ways to read a thing, and what else would do: what `access` answers. */

import type { Cents, Route } from './codes';
import type { Message } from './message';
import type { CampusId } from './record';
import type { PriceLine } from './slip';
import type { Verdict, WaitClass } from './waits';
export type WayAction =
  | { readonly do: 'open'; readonly href: string; readonly signIn: boolean }
  | { readonly do: 'slip'; readonly route: Route; readonly from: string }
  | { readonly do: 'go'; readonly campus: CampusId }
  | { readonly do: 'nothing' };

export interface Way {
  readonly id: string;
  readonly title: Message;
  /** ISO local times; null when no date can be given. */
  readonly ready: { readonly median: string; readonly likely: string } | null;
  readonly class: WaitClass;
  readonly label: Message;
  readonly sub: Message;
  readonly place: string;
  /** The title names the place already. */
  readonly titled: boolean;
  readonly price: Cents;
  readonly priceLines: readonly PriceLine[];
  readonly chance: number;
  readonly setsWait: boolean;
  readonly verdict: Verdict | null;
  readonly reasons: readonly Message[];
  /** For interlibrary loan: who would be asked, and the owners left out with the reason. */
  readonly lenders?: {
    readonly asked: readonly { readonly name: string; readonly p: number; readonly days: number }[];
    readonly excluded: readonly { readonly name: string; readonly why: Message }[];
  };
  readonly action: WayAction;
}

/** The way that sets the wait: the first that brings it, else the first that lets it be read where it is. */
export const bestOf = <W extends Pick<Way, 'setsWait' | 'class'>>(ways: readonly W[]): W | null =>
  ways.find((w) => w.setsWait) ?? ways.find((w) => w.class === 'on-site') ?? null;

export type AlternativeSort =
  | 'edition'
  | 'translation'
  | 'carrier'
  | 'open'
  | 'chapter'
  | 'visit'
  | 'purchase'
  | 'question';
export interface Alternative {
  readonly sort: AlternativeSort;
  readonly title: Message;
  readonly why: Message;
  readonly label: Message;
  readonly sub: Message;
  readonly verdict: Verdict | null;
  /** ISO local time of the median; null when no date can be given. */
  readonly ready: string | null;
  /** The record to look at, for another edition or carrier. */
  readonly record: string | null;
  /** Where to go, for a visit elsewhere: the id of the place. */
  readonly go?: string;
  /** The slip to make. */
  readonly slip: {
    readonly route: Route;
    readonly from: string;
    readonly wanted: 'chapter' | 'purchase' | 'question';
  } | null;
}

export interface WaysAnswer {
  readonly ways: readonly Way[];
  /** What else would do, where nothing is in time (see `alternatives.ts`); left out in lists of results. */
  readonly alternatives?: readonly Alternative[];
  /** See `bestOf`. */
  readonly best: Way | null;
  readonly wait: {
    readonly class: WaitClass;
    readonly date: string | null;
    readonly label: Message;
    readonly sub: Message;
  };
}
