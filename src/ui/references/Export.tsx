/** The corrected bibliography as a file: what the record says where there is one, else what was read. */

import type { CslItem, ReferenceItem } from '../../core/model/record';
import { say } from '../../words/generated/references';
import kit from '../kit/kit.module.css';
import { SaveAs } from '../share/Share';
import styles from './references.module.css';

interface Exported {
  readonly said: ReferenceItem;
  readonly record: Omit<CslItem, 'abstract'> | null;
}
export const Export = ({ items }: { items: readonly Exported[] }) => (
  <SaveAs
    base="references"
    label={say('references.saveAsAFile')}
    describe={say('references.saveTheCorrectedBibliographyAsA')}
    lead={
      <>
        <p className={kit.legend}>{say('references.theCorrectedBibliography')}</p>
        <p className={styles.hint}>{say('references.detailsOfTheRecordWhereIt')}</p>
      </>
    }
    items={() =>
      items.map(
        ({ said, record }, i) => ({ ...(record ?? said), id: record?.id ?? `reference-${i + 1}` }) as CslItem,
      )
    }
  />
);
