/** The box for those who know CQL; a fault is shown under the character at which reading stopped. */
import styles from './box.module.css';

export default function Commands({
  text,
  set,
  fault,
}: {
  text: string;
  set: (t: string) => void;
  fault: { text: string; at: number } | null;
}) {
  return (
    <div className={styles.box}>
      <input
        id="query"
        type="search"
        className={styles.cql}
        aria-label="A search in CQL"
        aria-invalid={fault !== null}
        aria-describedby="cql-help"
        value={text}
        onChange={(e) => set(e.target.value)}
        placeholder='dc.title = "edible shore" and dc.date > 2010 sortBy dc.date/sort.descending'
        autoComplete="off"
        spellCheck={false}
      />
      <p id="cql-help" className={styles.cqlHelp}>
        {fault ? (
          <>
            <span aria-hidden="true" className={styles.caret}>
              {' '.repeat(fault.at)}^
            </span>
            <span role="alert">{fault.text}</span>
          </>
        ) : (
          'Indexes: dc.title dc.creator dc.subject dc.publisher dc.date dc.description bib.titleHost bib.titleSeries bib.isbn bib.issn bib.doi bib.callNumber bib.volume bib.issue bib.startPage; and or not prox; sortBy dc.date, dc.title.'
        )}
      </p>
    </div>
  );
}
