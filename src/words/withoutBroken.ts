/**
 * Ways that a reader found broken: they stay listed, behind the others, and the next best takes their place.
 */
import { bestOf, type Way, type WaysAnswer } from '../core/model/ways';
import { say } from './generated/access';
import type { InWords } from './inWords';

/** @param broken ids of the ways that did not work for this reader */
export function withoutBroken(answer: InWords<WaysAnswer>, broken: ReadonlySet<string>): InWords<WaysAnswer> {
  if (!answer.ways.some((w) => broken.has(w.id))) return answer;
  const fine = answer.ways.filter((w) => !broken.has(w.id));
  const rest = answer.ways
    .filter((w) => broken.has(w.id))
    .map(
      (w): InWords<Way> => ({
        ...w,
        setsWait: false,
        reasons: [say('access.youReportedThatThisLinkDid'), ...w.reasons],
      }),
    );
  const best = bestOf(fine);
  return {
    ways: [...fine, ...rest],
    best,
    wait: best
      ? { class: best.class, date: best.ready?.median ?? null, label: best.label, sub: best.sub }
      : { class: 'unlikely', date: null, label: say('access.unlikely'), sub: '' },
  };
}
