/** The button that opens the sheet, which comes with it. */
import { Suspense, useEffect, useRef, useState } from 'react';
import type { Pace } from '../../browser/citing';
import { part } from '../../browser/parts';
import { own } from '../../core/table';
import { say } from '../../words/generated/keep';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import type { ToCite } from './CiteSheet';

const sheet = () => import('./CiteSheet');
const CiteSheet = part(sheet);

export function CiteOpen({ things, close }: { things: readonly ToCite[]; close: () => void }) {
  return (
    <Suspense>
      <CiteSheet things={things} close={close} />
    </Suspense>
  );
}
/** Milliseconds after which a long list that stands there is expected to be cited. */
const LEISURE = 300;
/**
 * @param things asked for when the sheet is opened, or will be in a moment
 * @param long many of them, as they will stay: for whoever has cited before, the list is set ahead while nothing else is done
 */
export function Cite({ things, long = false }: { things: () => readonly ToCite[]; long?: boolean }) {
  const { reader, settings } = useHere();
  const [open, setOpen] = useState<readonly ToCite[] | null>(null);
  const [opened, setOpened] = useState(false);
  const last = own(settings.citeAs, reader.id);
  // What is large about it comes when somebody goes towards the button, and the style that this reader cites in.
  const prepare = (pace: Pace): void =>
    void sheet().then(
      ({ prepareCiter }) => prepareCiter({ reader: reader.id, last }, things, pace),
      () => undefined,
    );
  const approach = (): void => prepare('hurry');
  const atLeisure = useRef(prepare);
  atLeisure.current = prepare;
  // What is set for an open sheet wants the processors for itself.
  const expected = long && last !== undefined && !opened;
  useEffect(() => {
    if (!expected) return;
    const timer = setTimeout(() => atLeisure.current('leisure'), LEISURE);
    return () => clearTimeout(timer);
  }, [expected]);
  return (
    <>
      <button
        type="button"
        className={kit.link}
        onPointerEnter={approach}
        onFocus={approach}
        onClick={() => {
          setOpened(true);
          setOpen(things());
        }}
      >
        {say('keep.cite')}
      </button>
      {open && <CiteOpen things={open} close={() => setOpen(null)} />}
    </>
  );
}
