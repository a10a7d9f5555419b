/** The corrected bibliography as a file: what the record says where there is one, else what was read. */

import type { CslItem, ReferenceItem } from '../../core/model/record';
import { say } from '../../words/generated/references';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { saveFile } from '../kit/saveFile';
import styles from './references.module.css';

interface Exported {
  readonly said: ReferenceItem;
  readonly record: Omit<CslItem, 'abstract'> | null;
}
const FORMATS = {
  ris: { label: 'RIS', type: 'application/x-research-info-systems', file: 'references.ris' },
  bibtex: { label: 'BibTeX', type: 'application/x-bibtex', file: 'references.bib' },
  csl: { label: 'CSL-JSON', type: 'application/vnd.citationstyles.csl+json', file: 'references.json' },
  marcxml: { label: 'MARCXML', type: 'application/marcxml+xml', file: 'references.xml' },
  marc: { label: say('references.marc21'), type: 'application/marc', file: 'references.mrc' },
  csv: { label: 'CSV', type: 'text/csv', file: 'references.csv' },
} as const;

export function Export({ items }: { items: readonly Exported[] }) {
  const save = async (format: keyof typeof FORMATS) => {
    const { writeItems } = await import('../../core/formats/write');
    const list = items.map(
      ({ said, record }, i) => ({ ...(record ?? said), id: record?.id ?? `reference-${i + 1}` }) as CslItem,
    );
    const { type, file } = FORMATS[format];
    saveFile(writeItems(format, list) as string | Uint8Array<ArrayBuffer>, `${type};charset=utf-8`, file);
  };
  return (
    <Popover
      label={say('references.saveAsAFile')}
      describe={say('references.saveTheCorrectedBibliographyAsA')}
      className={kit.link}
    >
      {(close) => (
        <>
          <p className={kit.legend}>{say('references.theCorrectedBibliography')}</p>
          <p className={styles.hint}>{say('references.detailsOfTheRecordWhereIt')}</p>
          {(Object.keys(FORMATS) as (keyof typeof FORMATS)[]).map((f) => (
            <button
              key={f}
              type="button"
              className={styles.choice}
              onClick={() => {
                void save(f);
                close();
              }}
            >
              {FORMATS[f].label}
            </button>
          ))}
        </>
      )}
    </Popover>
  );
}
