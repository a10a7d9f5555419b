/** What this browser keeps of the reader: saved as a file, read back with a look beforehand, cleared away. */
import { useState } from 'react';
import { clearBrowser, gather, putAccount, takeIn } from '../../browser/account';
import { post } from '../../browser/client';
import { theStore } from '../../browser/store';
import { type Account, type Merged, merge, TABLE_NAMES } from '../../core/account/account';
import { accountFileName, readAccount, writeAccount } from '../../core/account/file';
import { CodedError } from '../../core/codedError';
import { say } from '../../words/generated/account';
import { say as sayOffline } from '../../words/generated/offline';
import { App, useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { saveFile } from '../kit/saveFile';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import styles from './account.module.css';

const ALL = [...TABLE_NAMES, 'bibliography', 'settings'] as const;
type Part = (typeof ALL)[number];
const partName = (part: Part): string => say(`account.part.${part}`);
const countOf = (account: Account, part: Part): number =>
  part === 'bibliography'
    ? (account.bibliography?.rows.length ?? 0)
    : part === 'settings'
      ? Object.keys(account.settings).length
      : account[part].length;

/** What would come of a file, before anything is done. */
function Preview({ merged, take, leave }: { merged: Merged; take: () => void; leave: () => void }) {
  const rows = ALL.map((part) => ({ part, ...merged.counts[part] })).filter(
    (r) => r.added + r.replaced + r.left > 0,
  );
  return (
    <section className={styles.preview} aria-label={say('account.whatWouldCome')}>
      <h2>{say('account.whatWouldCome')}</h2>
      {rows.length === 0 ? (
        <p>{say('account.nothingInIt')}</p>
      ) : (
        <table>
          <thead>
            <tr>
              <td />
              <th scope="col">{say('account.added')}</th>
              <th scope="col">{say('account.replaced')}</th>
              <th scope="col">{say('account.left')}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.part}>
                <th scope="row">{partName(r.part)}</th>
                <td>{r.added}</td>
                <td>{r.replaced}</td>
                <td>{r.left}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className={styles.hint}>{say('account.nothingIsLost')}</p>
      <p className={styles.row}>
        <button type="button" className={kit.main} onClick={take}>
          {say('account.takeIn')}
        </button>
        <button type="button" className={kit.link} onClick={leave}>
          {say('account.leaveIt')}
        </button>
      </p>
    </section>
  );
}

function TheAccount() {
  const { reader, info, moment } = useHere();
  const account = useKept(() => gather(theStore(), reader.id), [reader.id], null);
  const [theirs, setTheirs] = useState<Account | null>(null);
  const [fault, setFault] = useState('');
  const [before, setBefore] = useState<Account | null>(null);
  const [clearing, setClearing] = useState(false);
  if (!account) return null;
  const save = () =>
    saveFile(
      writeAccount({ written: moment.at, library: info.name, reader: reader.id, account }),
      'application/json',
      accountFileName(moment.at),
    );
  const read = async (file: File | undefined) => {
    setFault('');
    setTheirs(null);
    if (!file) return;
    try {
      setTheirs(readAccount(await file.text(), reader.id));
    } catch (error) {
      setFault(error instanceof CodedError ? say(error.said) : String(error));
    }
  };
  const take = async () => {
    if (!theirs) return;
    setBefore(await takeIn(theStore(), reader.id, theirs));
    setTheirs(null);
  };
  const clear = async () => {
    save();
    // The download is handed over before the page goes.
    await new Promise((done) => setTimeout(done, 600));
    // The cookie too, which no script can see: the server takes it back.
    await post('/sign-out', {}).catch(() => undefined);
    await clearBrowser(theStore());
    window.location.replace('/cleared');
  };
  return (
    <div className={styles.view}>
      <h1>{say('account.whatIsKept', { reader: reader.name || 'none' })}</h1>
      <p className={styles.hint}>{say('account.onlyHere')}</p>
      <dl className={styles.parts}>
        {ALL.filter((part) => countOf(account, part) > 0).map((part) => (
          <div key={part}>
            <dt>{partName(part)}</dt>
            <dd>{countOf(account, part)}</dd>
          </div>
        ))}
      </dl>
      <p className={styles.row}>
        <button type="button" className={kit.main} onClick={save}>
          {say('account.saveAsFile')}
        </button>
        <label className={styles.file}>
          {say('account.readAFile')}
          <input
            type="file"
            accept=".json,application/json"
            onChange={(e) => {
              void read(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      </p>
      {fault && (
        <p role="alert" className={kit.failure}>
          {fault}
        </p>
      )}
      {theirs && (
        <Preview merged={merge(account, theirs)} take={() => void take()} leave={() => setTheirs(null)} />
      )}
      <Undo
        said={before && say('account.taken')}
        back={
          before ? () => void putAccount(theStore(), reader.id, before).then(() => setBefore(null)) : null
        }
        className={styles.hint}
      />
      <p>
        <a href="/offline">{sayOffline('offline.title')}</a>
      </p>
      <section className={styles.clear}>
        <h2>{say('account.clear')}</h2>
        <p>{say('account.clearLead')}</p>
        {clearing ? (
          <p className={styles.row}>
            <button type="button" className={kit.plum} onClick={() => void clear()}>
              {say('account.saveAndClear')}
            </button>
            <button type="button" className={kit.link} onClick={() => setClearing(false)}>
              {say('account.notNow')}
            </button>
          </p>
        ) : (
          <button type="button" className={kit.link} onClick={() => setClearing(true)}>
            {say('account.clear')}
          </button>
        )}
      </section>
    </div>
  );
}

export default function AccountView() {
  return (
    <App>
      <TheAccount />
    </App>
  );
}
