import { say } from '../../words/generated/commands';
import '../../words/generated/shell';
import kit from '../kit/kit.module.css';
import { Dialog } from './Dialog';
import styles from './shell.module.css';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', say('commands.toTheSearchBox')],
  [say('commands.orJ'), say('commands.nextLine')],
  [say('commands.orK'), say('commands.previousLine')],
  ['b', say('commands.intoTheBreakdown')],
  ['w', say('commands.toTheWaitBar')],
  ['Enter', say('commands.openTheLineBesideTheResults')],
  [say('commands.esc'), say('commands.backToTheBreakdown')],
  ['o', say('commands.takeTheBestWayToRead')],
  ['r', say('commands.makeASlipForIt')],
  ['a', say('commands.setItAside')],
  ['x', say('commands.chooseALine')],
  ['c', say('commands.citeIt')],
  ['f', say('commands.theFullPageOfTheRecord')],
  [say('shell.ctrlK'), 'commands'],
  [say('commands.altArrows'), say('commands.moveByHand')],
  [say('commands.ctrlZ'), say('commands.undoIt')],
  ['?', say('commands.thisList')],
];
export function KeysHelp({ close }: { close: () => void }) {
  return (
    <Dialog label={say('commands.keys')} close={close}>
      <h2 className={styles.dialogHead}>{say('commands.keys')}</h2>
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
          {say('commands.close')}
        </button>
      </form>
    </Dialog>
  );
}
