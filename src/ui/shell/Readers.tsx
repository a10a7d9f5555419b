/** Who is signed in, and the way out; or, where nobody is, the way in and from where one looks without. */
import { useState } from 'react';
import { lookFrom } from '../../browser/choices';
import { post } from '../../browser/client';
import { theStore } from '../../browser/store';
import { CATEGORIES, type ReaderCategory } from '../../core/model/codes';
import type { ReaderSituation } from '../../core/model/reader';
import type { CampusId } from '../../core/model/record';
import { say } from '../../words/generated/signin';
import { categoryLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import { CampusOptions } from '../kit/CampusOptions';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { signInHref } from '../kit/signIn';
import styles from './shell.module.css';

export default function Readers() {
  const { info } = useHere();
  return info.reader ? <SignedIn name={info.reader.name} /> : <Visitor />;
}

function SignedIn({ name }: { name: string }) {
  const { info } = useHere();
  const [failed, setFailed] = useState<unknown>(null);
  const leave = () => {
    post<{ readonly to: string }>('/sign-out', {}).then(({ to }) => window.location.assign(to), setFailed);
  };
  return (
    <>
      <p>{say('signin.signedInAs', { name })}</p>
      {info.desk && (
        <a className={styles.choice} href="/loans">
          {say('signin.yourLoans')}
        </a>
      )}
      <a className={styles.choice} href="/account">
        {say('signin.whatIsKept')}
      </a>
      <div className={styles.leave}>
        <button type="button" className={kit.link} onClick={leave}>
          {say('signin.signOut')}
        </button>
        <p className={styles.hint}>{say('signin.stays')}</p>
        {failed !== null && <Failure error={failed} />}
      </div>
    </>
  );
}

function Visitor() {
  const { info, reader } = useHere();
  const { campus, category, remote } = reader;
  const look = (more: Partial<ReaderSituation>) =>
    void lookFrom(theStore(), { campus, category, remote, ...more });
  return (
    <>
      {info.signsIn && (
        <>
          <a className={kit.main} href={signInHref()}>
            {say('signin.signIn')}
          </a>
          <p className={styles.hint}>{say('signin.whatSigningInGives')}</p>
        </>
      )}
      <fieldset className={styles.from}>
        <legend className={kit.legend}>{say('signin.without')}</legend>
        <label>
          {say('signin.studiesAt')}{' '}
          <select
            className={kit.box}
            value={campus}
            onChange={(e) => look({ campus: e.target.value as CampusId })}
          >
            <CampusOptions />
          </select>
        </label>
        <label>
          {say('signin.as')}{' '}
          <select
            className={kit.box}
            value={category}
            onChange={(e) => look({ category: e.target.value as ReaderCategory })}
          >
            {CATEGORIES.map((c) => (
              <option key={c} value={c}>
                {categoryLabel(c)}
              </option>
            ))}
          </select>
        </label>
        <label className={kit.check}>
          <input type="checkbox" checked={remote} onChange={(e) => look({ remote: e.target.checked })} />
          {say('signin.offCampus')}
        </label>
      </fieldset>
    </>
  );
}
