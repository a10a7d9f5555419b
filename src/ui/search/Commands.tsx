/** The box for those who know CQL; a fault is shown under the character at which reading stopped. */
import { say } from '../../words/generated/results';
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
        aria-label={say('results.aSearchInCql')}
        aria-invalid={fault !== null}
        aria-describedby="cql-help"
        value={text}
        onChange={(e) => set(e.target.value)}
        placeholder={say('results.dcTitleEdibleShoreAndDc')}
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
          say('results.indexesDcTitleDcCreatorDc')
        )}
      </p>
    </div>
  );
}
