/**
 * Where the thing goes: a pickup point, the letter box, a mailbox; several addresses; contact details kept.
 */

import { useState } from 'react';
import { type Contact, register } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import type { Slip } from '../../core/model/slip';
import { isCopy } from '../../core/requests/slip';
import { own } from '../../core/table';
import { say } from '../../words/generated/slip';
import { sayJoined } from '../../words/say';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Field } from './Field';
import styles from './slip.module.css';

interface Props {
  readonly slip: Slip;
  readonly set: (slip: Slip) => void;
  readonly fault: (field: string) => string | undefined;
}

export function WhereTo({ slip, set, fault }: Props) {
  const { info, reader, settings } = useHere();
  const { delivery } = slip;
  const contact: Contact = own(settings.contacts, reader.id) ?? {
    email: reader.email,
    address: reader.address,
  };
  const addresses = [...new Set([contact.address, ...(contact.addresses ?? [])])].filter(Boolean);
  const [kept, setKept] = useState(false);
  if (isCopy(slip) || delivery.to === 'email') {
    const email = delivery.to === 'email' ? delivery.email : reader.email;
    return (
      <Field
        id="f-delivery-email"
        label={isCopy(slip) ? say('slip.sendTheFileTo') : say('slip.sendTheAnswerTo')}
        type="email"
        value={email}
        change={(value) => set({ ...slip, delivery: { to: 'email', email: value } })}
        fault={fault('delivery.email')}
        hint={
          isCopy(slip) && info.policy.files.encrypted.includes(slip.route)
            ? say('slip.encryptedItOpensIn', { software: info.policy.files.software })
            : undefined
        }
        wide
      />
    );
  }
  const pickup = (campus: string) => set({ ...slip, delivery: { to: 'pickup', campus } });
  const post = (address: string) => {
    setKept(false);
    set({ ...slip, delivery: { to: 'post', address } });
  };
  const address = delivery.to === 'post' ? delivery.address : '';
  const isNew = delivery.to === 'post' && address.trim() !== '' && !addresses.includes(address.trim());
  const keepAddress = async () => {
    await register(theStore(), reader.id, {
      ...contact,
      addresses: [...(contact.addresses ?? []), address.trim()],
    });
    setKept(true);
  };
  return (
    <>
      <div className={`${styles.field} ${styles.wide}`}>
        <label htmlFor="f-delivery-campus">
          {delivery.to === 'post' ? say('slip.goes') : say('slip.collectAt')}
        </label>
        <select
          id="f-delivery-campus"
          value={delivery.to === 'pickup' ? delivery.campus : 'post'}
          onChange={(e) => (e.target.value === 'post' ? post(addresses[0] ?? '') : pickup(e.target.value))}
        >
          {info.campuses.map((c) => (
            <option key={c.id} value={c.id}>
              {sayJoined([c.name, c.about])}
            </option>
          ))}
          <option value="post">{say('slip.byPostToAnAddress')}</option>
        </select>
        {delivery.to === 'pickup' && (
          <small>
            {info.campuses.find((c) => c.id === delivery.campus)?.fetchesHolds
              ? say('slip.staffKeepItAtTheDesk', { pickupDays: info.policy.shelf.pickupDays })
              : say('slip.itWaitsAtTheShelfFor', { pickupDays: info.policy.shelf.pickupDays })}
          </small>
        )}
      </div>
      {delivery.to === 'post' && (
        <>
          {addresses.length > 1 && (
            <div className={styles.field}>
              <label htmlFor="f-delivery-known">{say('slip.address')}</label>
              <select
                id="f-delivery-known"
                value={addresses.includes(address) ? address : ''}
                onChange={(e) => post(e.target.value)}
              >
                {addresses.map((a) => (
                  <option key={a} value={a}>
                    {a}
                  </option>
                ))}
                <option value="">{say('slip.another')}</option>
              </select>
            </div>
          )}
          <Field
            id="f-delivery-address"
            label={say('slip.sendTheParcelTo')}
            value={address}
            change={post}
            fault={fault('delivery.address')}
            wide
          />
          {isNew && reader.registered && (
            <button type="button" className={kit.link} onClick={() => void keepAddress()}>
              {say('slip.keepThisAddress')}
            </button>
          )}
          {kept && <small>{say('slip.keptWithYourAddresses')}</small>}
        </>
      )}
    </>
  );
}

/** E-mail and address as the library has them; changed here, kept for the next slip. */
export function ContactDetails() {
  const { reader, settings } = useHere();
  const contact: Contact = own(settings.contacts, reader.id) ?? {
    email: reader.email,
    address: reader.address,
  };
  /** Only what was touched here: an address that is kept meanwhile on the slip stays. */
  const [typed, setTyped] = useState<{ readonly email?: string; readonly address?: string }>({});
  const [forgotten, setForgotten] = useState<readonly string[]>([]);
  const [said, setSaid] = useState('');
  const draft: Contact = {
    ...contact,
    ...typed,
    addresses: (contact.addresses ?? []).filter((a) => !forgotten.includes(a)),
  };
  const type = (field: 'email' | 'address') => (value: string) => {
    setSaid('');
    setTyped({ ...typed, [field]: value });
  };
  const save = async () => {
    try {
      await register(theStore(), reader.id, draft);
      setTyped({});
      setForgotten([]);
      setSaid(say('slip.kept'));
    } catch (error) {
      setSaid(notKept(error));
    }
  };
  const changed = draft.email !== contact.email || draft.address !== contact.address || forgotten.length > 0;
  return (
    <details className={styles.contact}>
      <summary>{say('slip.yourContactDetails', { email: contact.email })}</summary>
      <div className={styles.grid}>
        <Field
          id="f-contact-email"
          label={say('slip.eMail')}
          type="email"
          value={draft.email}
          change={type('email')}
        />
        <Field
          id="f-contact-address"
          label={say('slip.homeAddress')}
          value={draft.address}
          change={type('address')}
          wide
        />
        {(draft.addresses ?? []).map((a) => (
          <p key={a} className={styles.wide}>
            {a}{' '}
            <button type="button" className={kit.link} onClick={() => setForgotten([...forgotten, a])}>
              {say('slip.forget')}
              <span className="sr"> {a}</span>
            </button>
          </p>
        ))}
        <button
          type="button"
          className={kit.link}
          disabled={!changed || !/^\S+@\S+\.\S+$/.test(draft.email)}
          onClick={() => void save()}
        >
          {say('slip.keepTheChanges')}
        </button>
        <small role="status">{said}</small>
      </div>
    </details>
  );
}
