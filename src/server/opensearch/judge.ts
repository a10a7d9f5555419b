/**
 * A second look at the best: whether the words stand in the title as they were asked. The shares are those of the
 * embedded engine.
 */
import type { EngineTree } from '../../core/engine/port/engine';
import { type Sequence, titleFactor } from '../../core/engine/rank/titleJudge';
import type { DiscoveryRecord } from '../../core/model/record';
import { askedWords } from '../../core/query/tree';
import { termOf, termsFor } from '../../core/words/analysis';
import { fieldTexts } from '../../core/words/fieldTexts';
import { SMALL_WORDS, words } from '../../core/words/fold';
import { mainWords, strongWords } from '../../core/words/titleWords';

export class Judge {
  readonly #asked: Sequence<string> | null;
  readonly #small: ReadonlySet<string>;
  readonly #headings: string | undefined;

  /** @param headings language of the library's subject headings */
  constructor(tree: EngineTree, headings: string | undefined) {
    const asked =
      tree.op === 'closest' ? [...tree.words] : askedWords(tree).flatMap(({ text }) => words(text));
    const small = new Set([...SMALL_WORDS].flatMap(termsFor));
    const strong = asked.filter((w) => !SMALL_WORDS.has(w) && !termsFor(w).some((t) => small.has(t)));
    this.#small = strong.length ? small : new Set();
    this.#headings = headings;
    this.#asked = asked.length
      ? { sequence: (strong.length ? strong : asked).map(termsFor), letter: asked.map(termsFor) }
      : null;
  }

  /** What a record's score is multiplied with. */
  factor(record: DiscoveryRecord): number {
    if (!this.#asked) return 1;
    const [first] = fieldTexts(record, this.#headings)[0] ?? [];
    const whole = first ? words(first.text).map((w) => termOf(w, first.language)) : [];
    return titleFactor(this.#asked, {
      whole,
      title: whole.filter((t) => !this.#small.has(t)),
      titleLength: strongWords(first?.text ?? ''),
      mainLength: mainWords(record.csl.title),
    });
  }
}
