/** The left half of References: the text, the file, what was said about reading them. */
import { type ChangeEvent, type DragEvent, useState } from 'react';
import { say } from '../../words/generated/references';
import kit from '../kit/kit.module.css';
import { ColumnChooser } from './ColumnChooser';
import styles from './references.module.css';
import type { BibliographyUnderWay } from './useBibliography';

/** More than these are counted. */
const SAID_AT_MOST = 8;

function Box({ work, example }: { work: BibliographyUnderWay; example: string }) {
  const { bib } = work;
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void work.takeFile(event.dataTransfer.files[0]);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is an extra; the button below does the same
    <div
      className={styles.drop}
      data-over={over || undefined}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <label className="sr" htmlFor="paste">
        {say('references.referencesAsText')}
      </label>
      <textarea
        id="paste"
        value={bib.text}
        onChange={(e) => work.set({ ...bib, text: e.target.value })}
        placeholder={example}
        spellCheck={false}
        dir="auto"
      />
    </div>
  );
}

function Tools({ work, example }: { work: BibliographyUnderWay; example: string }) {
  const { bib, rows, reading } = work;
  return (
    <div className={styles.tools}>
      <button
        type="button"
        className={kit.main}
        disabled={reading !== null || !bib.text.trim()}
        onClick={() => void work.read({ text: bib.text })}
      >
        {rows.length ? say('references.readAgain') : say('references.read')}
      </button>
      <label className={styles.file}>
        <input
          type="file"
          accept=".ris,.bib,.json,.txt,.xml,.mrc,.csv,text/plain"
          className="sr"
          onChange={(e: ChangeEvent<HTMLInputElement>) => {
            void work.takeFile(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
        <span className={kit.link}>{say('references.chooseAFile')}</span>
      </label>
      {!bib.text && example && (
        <button type="button" className={kit.link} onClick={() => work.set({ ...bib, text: example })}>
          {say('references.tryAnExample')}
        </button>
      )}
      {bib.text && rows.length > 0 && (
        <button type="button" className={kit.link} onClick={work.clear}>
          {say('references.clear')}
        </button>
      )}
    </div>
  );
}

function Progress({ work }: { work: BibliographyUnderWay }) {
  const { reading } = work;
  if (!reading) return null;
  return (
    <p className={styles.progress}>
      <progress
        max={Math.max(1, reading.total)}
        value={reading.done}
        aria-label={say('references.referencesRead')}
      />{' '}
      {say('references.of', { done: reading.done })} {reading.total || '…'} {say('references.read3')}
      <button type="button" className={kit.link} onClick={work.stop}>
        {say('references.stop')}
      </button>
    </p>
  );
}

function Said({ work }: { work: BibliographyUnderWay }) {
  const { said, undo } = work;
  return (
    <div aria-live="polite">
      {said.slice(0, SAID_AT_MOST).map((t) => (
        <p key={t} className={styles.said}>
          {t}
        </p>
      ))}
      {said.length > SAID_AT_MOST && (
        <p className={styles.said}>{say('references.andMore', { said: said.length - SAID_AT_MOST })}</p>
      )}
      {undo && (
        <p className={styles.said}>
          {undo.text}{' '}
          <button type="button" className={kit.link} onClick={work.bringBack}>
            {undo.act}
          </button>
        </p>
      )}
    </div>
  );
}

export function YourText({ work, example }: { work: BibliographyUnderWay; example: string }) {
  const { columns } = work;
  return (
    <section className={styles.left} aria-label={say('references.yourText')}>
      <h1>{say('references.references')}</h1>
      <p className={styles.hint}>{say('references.pasteAReferenceAReadingList')}</p>
      <Box work={work} example={example} />
      <Tools work={work} example={example} />
      {columns && (
        <ColumnChooser
          asked={columns}
          take={(chosen) => void work.read({ name: columns.name, file: columns.file, columns: chosen })}
          close={work.leaveColumns}
        />
      )}
      <Progress work={work} />
      <Said work={work} />
    </section>
  );
}
