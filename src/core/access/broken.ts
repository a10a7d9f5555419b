/** Ways that a reader found broken: they stay listed, behind the others, and the next best takes their place. */
import type { Way, WaysAnswer } from '../model/ways';

/** @param broken ids of the ways that did not work for this reader */
export function withoutBroken(answer: WaysAnswer, broken: ReadonlySet<string>): WaysAnswer {
  if (!answer.ways.some((w) => broken.has(w.id))) return answer;
  const fine = answer.ways.filter((w) => !broken.has(w.id));
  const rest = answer.ways
    .filter((w) => broken.has(w.id))
    .map(
      (w): Way => ({
        ...w,
        setsWait: false,
        reasons: ['You reported that this link did not work.', ...w.reasons],
      }),
    );
  const best = fine.find((w) => w.setsWait) ?? null;
  return {
    ways: [...fine, ...rest],
    best,
    wait: best
      ? { class: best.class, date: best.ready?.median ?? null, label: best.label, sub: best.sub }
      : { class: 'unlikely', date: null, label: 'Unlikely', sub: '' },
  };
}
