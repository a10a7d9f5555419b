/** A pile that goes to others: as a link that carries all of it, as a file, as a mail. */
import { useState } from 'react';
import type { CslItem } from '../../core/model/record';
import type { Pile } from '../../core/piles/pile';
import { packPile, shared, writePile } from '../../core/piles/share';
import { say } from '../../words/generated/share';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { saveFile } from '../kit/saveFile';
import { CopyLink, MailThem, SaveAs } from '../share/Share';
import styles from './piles.module.css';
import type { PileLine } from './usePileLines';
import { pileName } from './usePiles';

const asItem = ({ item, csl }: PileLine): CslItem => ({ ...csl, id: item.record || item.key });
export const itemsOfLines = (lines: readonly PileLine[]): readonly CslItem[] => lines.map(asItem);
const mailed = ({ item, csl }: PileLine) => ({ record: item.record, csl, note: item.note });

/** The address that carries a pile; null where it is too large for one. */
function linkTo(pile: Pile, lines: readonly PileLine[]): string | null {
  const packed = packPile(
    shared(
      { ...pile, name: pileName(pile) },
      lines.map(({ item, csl }) => ({ ...item, csl })),
    ),
  );
  return packed === null ? null : `${window.location.origin}/piles#pile=${packed}`;
}

function Ways({ pile, lines }: { pile: Pile; lines: readonly PileLine[] }) {
  const [link] = useState(() => linkTo(pile, lines));
  const save = () =>
    saveFile(
      writePile(
        shared(
          { ...pile, name: pileName(pile) },
          lines.map(({ item, csl }) => ({ ...item, csl })),
        ),
      ),
      'application/json',
      'pile.json',
    );
  return (
    <div className={styles.choices}>
      <p className={kit.legend}>{say('share.pileLead')}</p>
      {link === null ? (
        <p className={styles.hint}>{say('share.tooLarge')}</p>
      ) : (
        <CopyLink href={() => link} label={say('share.copyPile')} />
      )}
      <button type="button" className={kit.link} onClick={save}>
        {say('share.pileFile')}
      </button>
    </div>
  );
}
export function SharePile({ pile, lines }: { pile: Pile; lines: readonly PileLine[] }) {
  return (
    <>
      <Popover className={kit.link} label={say('share.share')} describe={say('share.share')}>
        <Ways pile={pile} lines={lines} />
      </Popover>
      <MailThem things={() => lines.map(mailed)} name={pileName(pile)} link={() => linkTo(pile, lines)} />
      <SaveAs items={() => itemsOfLines(lines)} base="pile" />
      <button type="button" className={kit.link} onClick={() => window.print()}>
        {say('share.print')}
      </button>
    </>
  );
}
/** The same for those chosen. */
export const ShareChosen = ({ lines }: { lines: readonly PileLine[] }) => (
  <>
    <MailThem things={() => lines.map(mailed)} />
    <SaveAs items={() => itemsOfLines(lines)} base="chosen" />
  </>
);
