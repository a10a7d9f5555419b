/** The core's answers as views have them: with texts in place of messages. */
import type * as answers from '../core/discovery/answers';
import type * as ways from '../core/model/ways';
import type * as askBy from '../core/plan/askBy';
import type * as promise from '../core/requests/promise';
import type { InWords } from './inWords';

/** A search is answered with its sentence, too. */
export type SearchAnswer = InWords<answers.SearchAnswer> & { readonly sentence: string };
export type Hit = InWords<answers.Hit>;
export type NowLine = InWords<answers.NowLine>;
export type BreakdownValue = InWords<answers.BreakdownValue>;
export type ValuesAnswer = InWords<answers.ValuesAnswer>;
export type RecordAnswer = InWords<answers.RecordAnswer>;
export type RelatedAnswer = InWords<answers.RelatedAnswer>;
export type RelatedRecord = InWords<answers.RelatedRecord>;
export type ResolvedMatch = InWords<answers.ResolvedMatch>;
export type ResolvedReference = InWords<answers.ResolvedReference>;
export type JournalsAnswer = InWords<answers.JournalsAnswer>;
export type JournalEntry = InWords<answers.JournalEntry>;
export type Way = InWords<ways.Way>;
/** With how old the copies' status is, where the loan desk is silent. */
export type WaysAnswer = InWords<ways.WaysAnswer> & {
  readonly silent?: boolean;
  readonly since?: string | null;
};
export type Alternative = InWords<ways.Alternative>;
export type ShelfAnswer = InWords<answers.ShelfAnswer>;
export type ShelfRow = InWords<answers.ShelfRow>;
export type BrowseAnswer = InWords<answers.BrowseAnswer>;
export type BrowseLine = InWords<answers.BrowseLine>;
export type AskByAnswer = InWords<askBy.AskBy>;
export type KeptAnswer = InWords<answers.KeptAnswer>;
export type PlanAnswer = InWords<answers.PlanAnswer>;
export type SlipPromise = InWords<promise.SlipPromise>;
