/** The soonest way in short, as a line of results and a matched reference show it. */
import type { WaysAnswer } from '../model/ways';
import type { Hit } from './answers';

/** Its wait, and what it is, where, and the one thing to do. */
export const inShort = ({ best, wait }: Pick<WaysAnswer, 'best' | 'wait'>): Pick<Hit, 'wait' | 'best'> => ({
  wait: { ...wait, verdict: best?.verdict ?? null },
  best: best && {
    title: best.title,
    place: best.place,
    titled: best.titled,
    price: best.price,
    chance: best.chance,
    action: best.action,
  },
});
