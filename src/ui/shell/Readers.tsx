/** The demo's readers, to read as one of them. */
import { chooseReader } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { say } from '../../words/generated/commands';
import { categoryLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import styles from './shell.module.css';

export default function Readers({ place, chosen }: { place: (id: string) => string; chosen: () => void }) {
  const { info, reader } = useHere();
  return (
    <>
      {info.readers.map((r) => (
        <button
          key={r.id}
          type="button"
          className={styles.choice}
          aria-pressed={r.id === reader.id}
          // Closes once the choice is kept, so that leaving the page at once does not lose it.
          onClick={() => void chooseReader(theStore(), r.id).then(chosen)}
        >
          <strong>{r.name}</strong>
          <span>
            {[
              categoryLabel(r.category),
              place(r.campus),
              ...(r.remote ? [say('commands.offCampus')] : []),
              ...(r.registered ? [] : [say('commands.neverUsedInterlibraryLoan')]),
            ].join(', ')}
          </span>
        </button>
      ))}
    </>
  );
}
