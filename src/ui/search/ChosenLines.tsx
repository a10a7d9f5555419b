/** Above the lines, once one is chosen: how many, all of them, and what to do with them. */
import type { ToKeep } from '../../browser/piles';
import { recordKey } from '../../core/piles/ids';
import type { Hit } from '../../words/answers';
import { say } from '../../words/generated/keep';
import { Cite } from '../cite/Cite';
import type { ToCite } from '../cite/CiteSheet';
import kit from '../kit/kit.module.css';
import { IntoAnother, putLabel } from '../piles/Keep';
import type { Choosing } from '../piles/useChoosing';
import type { Keeping, Piles } from '../piles/usePiles';
import shared from './shared.module.css';
import type { Results } from './useResults';

export const toCite = ({ id, csl }: Hit): ToCite => ({ key: recordKey(id), csl });
export const toKeep = ({ id, csl, kind }: Hit): ToKeep => ({ record: id, csl, kind });

interface Props {
  readonly results: Results;
  readonly choosing: Choosing;
  readonly piles: Piles;
  readonly keeping: Keeping;
  /** Lines in the window now. */
  readonly inView: () => readonly Hit[];
}
export function ChosenLines({ results, choosing, piles, keeping, inView }: Props) {
  const { chosen, set, clear } = choosing;
  const shown = results.hits();
  const things = shown.filter((h) => chosen.has(h.id)).map(toKeep);
  const seen = inView();
  return (
    <div className={shared.chosen} data-chosen-lines>
      <b role="status">{say('keep.chosen', { n: things.length })}</b>
      <button type="button" className={kit.link} onClick={() => set([...chosen, ...seen.map((h) => h.id)])}>
        {say('keep.page', { n: seen.length })}
      </button>
      <button type="button" className={kit.link} onClick={() => set(shown.map((h) => h.id))}>
        {say('keep.all', { n: shown.length })}
      </button>
      <button type="button" className={kit.link} onClick={clear}>
        {say('keep.none')}
      </button>
      <button
        type="button"
        className={kit.main}
        disabled={!things.length}
        onClick={() => void keeping.put(things, piles.last).then(clear)}
      >
        {putLabel(piles.last)}
      </button>
      <IntoAnother
        things={things}
        piles={piles}
        keeping={keeping}
        title={say('keep.chosen', { n: things.length })}
      />
      <Cite things={() => shown.filter((h) => chosen.has(h.id)).map(toCite)} />
    </div>
  );
}
