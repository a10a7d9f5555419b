/** The button that opens the sheet, which comes with it. */
import { Suspense, useState } from 'react';
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
/** @param things asked for when the sheet is opened, or will be in a moment */
export function Cite({ things }: { things: () => readonly ToCite[] }) {
  const { reader, settings } = useHere();
  const [open, setOpen] = useState<readonly ToCite[] | null>(null);
  // What is large about it comes when somebody goes towards the button, and the style that this reader cites in.
  const approach = (): void =>
    void sheet().then(
      ({ prepareCiter }) => prepareCiter(own(settings.citeAs, reader.id), things),
      () => undefined,
    );
  return (
    <>
      <button
        type="button"
        className={kit.link}
        onPointerEnter={approach}
        onFocus={approach}
        onClick={() => setOpen(things())}
      >
        {say('keep.cite')}
      </button>
      {open && <CiteOpen things={open} close={() => setOpen(null)} />}
    </>
  );
}
