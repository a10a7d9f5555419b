import { say } from '../../words/generated/shell';
import kit from '../kit/kit.module.css';
import { Dialog } from './Dialog';
import styles from './shell.module.css';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', say('shell.toTheSearchBox')],
  [say('shell.orJ'), say('shell.nextLine')],
  [say('shell.orK'), say('shell.previousLine')],
  ['b', say('shell.intoTheBreakdown')],
  ['w', say('shell.toTheWaitBar')],
  ['Enter', say('shell.openTheLineBesideTheResults')],
  [say('shell.esc'), say('shell.backToTheBreakdown')],
  ['o', say('shell.takeTheBestWayToRead')],
  ['r', say('shell.makeASlipForIt')],
  ['a', say('shell.setItAside')],
  ['x', say('shell.chooseALine')],
  ['c', say('shell.citeIt')],
  ['f', say('shell.theFullPageOfTheRecord')],
  [say('shell.ctrlK'), 'commands'],
  [say('shell.altArrows'), say('shell.moveByHand')],
  [say('shell.ctrlZ'), say('shell.undoIt')],
  ['?', say('shell.thisList')],
];
export function KeysHelp({ close }: { close: () => void }) {
  return (
    <Dialog label={say('shell.keys')} close={close}>
      <h2 className={styles.dialogHead}>{say('shell.keys')}</h2>
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
          {say('shell.close')}
        </button>
      </form>
    </Dialog>
  );
}
