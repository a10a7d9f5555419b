import kit from '../kit/kit.module.css';
import { Dialog } from './Dialog';
import styles from './shell.module.css';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'to the search box'],
  ['↓ or j', 'next line'],
  ['↑ or k', 'previous line'],
  ['b', 'into the Breakdown'],
  ['w', 'to the wait bar'],
  ['Enter', 'open the line beside the results'],
  ['Esc', 'back to the Breakdown'],
  ['o', 'take the best way to read: open it'],
  ['r', 'make a slip for it'],
  ['a', 'set it aside'],
  ['f', 'the full page of the record'],
  ['Ctrl K', 'commands'],
  ['?', 'this list'],
];
export function KeysHelp({ close }: { close: () => void }) {
  return (
    <Dialog label="Keys" close={close}>
      <h2 className={styles.dialogHead}>Keys</h2>
      <dl className={styles.keys}>
        {KEYS.map(([key, what]) => (
          <div key={key}>
            <dt>
              <kbd className={kit.key}>{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <form method="dialog">
        <button type="submit" className={kit.main}>
          Close
        </button>
      </form>
    </Dialog>
  );
}
