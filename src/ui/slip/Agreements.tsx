/** What a reader agrees to: being registered, once, and the copyright statement, for every copy. */
import { say } from '../../words/generated/slip';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Field } from './Field';
import styles from './slip.module.css';
import type { SlipUnderWay } from './useSlip';

export function Registering({ contact, setContact, fault }: SlipUnderWay) {
  return (
    <fieldset className={styles.section}>
      <legend>{say('slip.register')}</legend>
      <div className={styles.grid}>
        <p className={styles.wide}>{say('slip.thisIsYourFirstRequestSay')}</p>
        <Field
          id="f-email"
          label={say('slip.eMail')}
          type="email"
          value={contact.email}
          change={(email) => setContact({ ...contact, email })}
          fault={fault('email')}
        />
        <Field
          id="f-address"
          label={say('slip.address')}
          value={contact.address}
          change={(address) => setContact({ ...contact, address })}
          fault={fault('address')}
          wide
        />
        <label className={`${kit.check} ${styles.wide}`}>
          <input
            id="f-register"
            type="checkbox"
            checked={contact.agreed}
            aria-describedby={fault('register') ? 'f-register-fault' : undefined}
            onChange={(e) => setContact({ ...contact, agreed: e.target.checked })}
          />
          {say('slip.registerMeForInterlibraryLoanI')}
        </label>
        {fault('register') && (
          <p id="f-register-fault" className={`${styles.fault} ${styles.wide}`}>
            {fault('register')}
          </p>
        )}
      </div>
    </fieldset>
  );
}

export function Terms({ slip, set, fault }: SlipUnderWay) {
  const { info } = useHere();
  return (
    <fieldset className={styles.section}>
      <legend>{say('slip.terms')}</legend>
      <div>
        <label className={kit.check}>
          <input
            id="f-declared"
            type="checkbox"
            checked={slip.declared}
            aria-describedby="f-declared-text"
            onChange={(e) => set({ ...slip, declared: e.target.checked })}
          />
          {say('slip.iHaveReadTheCopyrightStatement')}
        </label>
        <label className={kit.check}>
          <input
            type="checkbox"
            checked={slip.commercial}
            onChange={(e) => set({ ...slip, commercial: e.target.checked })}
          />
          {say('slip.itServesACommercialEndA')}
        </label>
        <p id="f-declared-text" className={styles.statement}>
          {info.policy.copyright.statement}
        </p>
        {fault('declared') && <p className={styles.fault}>{fault('declared')}</p>}
      </div>
    </fieldset>
  );
}
