/** Sending things on: a link that stays, a mail to several, a file in the formats that other programs read. */
import { type ReactNode, useState } from 'react';
import { AskError } from '../../browser/client';
import { sendMail } from '../../browser/further';
import type { Letter } from '../../core/formats/letters';
import type { CslItem } from '../../core/model/record';
import { say } from '../../words/generated/share';
import { addressesIn, letterOf, type Mailed } from '../../words/sharing';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { saveFile } from '../kit/saveFile';
import styles from './share.module.css';

/** Copies an address, and says so. */
export function CopyLink({ href, label }: { href: () => string; label?: string }) {
  const [said, setSaid] = useState('');
  const copy = async () => {
    const address = new URL(href(), window.location.href).href;
    try {
      await navigator.clipboard.writeText(address);
      setSaid(say('share.copied'));
    } catch {
      // Not over plain HTTP, nor where the browser forbids it: the address is shown to be copied by hand.
      setSaid(address);
    }
  };
  return (
    <>
      <button type="button" className={kit.link} onClick={() => void copy()}>
        {label ?? say('share.copyLink')}
      </button>
      <span role="status" className={styles.said}>
        {said}
      </span>
    </>
  );
}

const FORMATS = {
  ris: ['RIS', 'application/x-research-info-systems', 'ris'],
  bibtex: ['BibTeX', 'application/x-bibtex', 'bib'],
  csl: ['CSL-JSON', 'application/vnd.citationstyles.csl+json', 'json'],
  csv: ['CSV', 'text/csv', 'csv'],
  marcxml: ['MARCXML', 'application/marcxml+xml', 'xml'],
  marc: ['MARC 21', 'application/marc', 'mrc'],
} as const;
type Format = keyof typeof FORMATS;

/** The formats, each a button. */
function Formats({ save }: { save: (format: Format) => void }) {
  return (
    <div className={styles.list}>
      {(Object.keys(FORMATS) as Format[]).map((f) => (
        <button key={f} type="button" className={kit.link} onClick={() => save(f)}>
          {FORMATS[f][0]}
        </button>
      ))}
    </div>
  );
}
/** Saves things as a file. @param base the file's name before its ending */
export function SaveAs({
  items,
  base,
  label = say('share.saveAs'),
  describe = label,
  lead,
}: {
  items: () => readonly CslItem[];
  base: string;
  label?: string;
  describe?: string;
  lead?: ReactNode;
}) {
  const save = async (format: Format) => {
    const { writeItems } = await import('../../core/formats/write');
    const [, type, ending] = FORMATS[format];
    const body = writeItems(format, items()) as string | Uint8Array<ArrayBuffer>;
    saveFile(body, format === 'marc' ? type : `${type};charset=utf-8`, `${base}.${ending}`);
  };
  return (
    <Popover label={label} describe={describe} className={kit.link}>
      {(close) => (
        <>
          {lead}
          <Formats save={(f) => void save(f).then(close)} />
        </>
      )}
    </Popover>
  );
}
/** Formats that the server writes, as links. */
export function FetchAs({ address, most }: { address: (format: string) => string; most: number }) {
  return (
    <Popover label={say('share.saveAs')} describe={say('share.saveAs')} className={kit.link}>
      <div className={styles.list}>
        <p className={styles.hint}>{say('share.theFirst', { most })}</p>
        {(Object.keys(FORMATS) as Format[]).map((f) => (
          <a key={f} href={address(f)} download>
            {FORMATS[f][0]}
          </a>
        ))}
      </div>
    </Popover>
  );
}

/** The library sends one mail to so many at most. */
const MOST_TO = 10;
/** A mailto address may be this long nearly everywhere. */
const LONGEST_MAILTO = 1900;
function MailForm({ things, name, link }: { things: readonly Mailed[]; name: string; link: string | null }) {
  const { reader, info, moment } = useHere();
  const [sent, setSent] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [to, setTo] = useState('');
  const [note, setNote] = useState('');
  const { good, odd } = addressesIn(to);
  const letter: Letter = letterOf(things, {
    to: good.join(', '),
    note,
    name,
    origin: window.location.origin,
    link,
  });
  const send = async () => {
    setBusy(true);
    try {
      await sendMail({ to: good, subject: letter.subject, text: letter.text }, moment);
      setSent(say('share.mailSent', { to: good }));
      // It is not sent a second time by a second press.
      setTo('');
    } catch (error) {
      setSent(error instanceof AskError ? error.message : say('share.mailNotSent'));
    } finally {
      setBusy(false);
    }
  };
  const mailto = `mailto:${good.map(encodeURIComponent).join(',')}?subject=${encodeURIComponent(letter.subject)}&body=${encodeURIComponent(letter.text.replace(/\n/g, '\r\n'))}`;
  const save = async () => {
    const { mailDraft } = await import('../../core/formats/letters');
    saveFile(mailDraft(letter, reader), 'message/rfc822', 'legendum.eml');
  };
  return (
    <div className={styles.mail}>
      <label>
        {say('share.to')}
        <input
          type="text"
          inputMode="email"
          autoComplete="email"
          value={to}
          aria-invalid={odd.length > 0}
          placeholder={say('share.toHint')}
          onChange={(e) => setTo(e.target.value)}
        />
      </label>
      {odd.length > 0 && (
        <p role="alert" className={styles.fault}>
          {say('share.noAddress', { odd })}
        </p>
      )}
      <label>
        {say('share.note')}
        <textarea rows={3} value={note} maxLength={4000} onChange={(e) => setNote(e.target.value)} />
      </label>
      {info.mails && (
        <>
          <button
            type="button"
            className={kit.main}
            disabled={busy || good.length === 0 || good.length > MOST_TO || odd.length > 0}
            onClick={() => void send()}
          >
            {say('share.sendMail')}
          </button>
          <p role="status" className={styles.hint}>
            {sent ??
              (good.length > MOST_TO
                ? say('share.tooManyTo', { most: MOST_TO })
                : say('share.sentFrom', { email: reader.email }))}
          </p>
        </>
      )}
      {mailto.length <= LONGEST_MAILTO ? (
        <a className={info.mails ? kit.link : kit.main} href={mailto}>
          {say('share.openMail')}
        </a>
      ) : (
        <p className={styles.hint}>{say('share.tooLongForMailto')}</p>
      )}
      <button type="button" className={kit.link} onClick={() => void save()}>
        {say('share.saveMail')}
      </button>
    </div>
  );
}
/** @param link to all of it, where there is one */
export function MailThem({
  things,
  name = '',
  link = null,
}: {
  things: () => readonly Mailed[];
  name?: string;
  link?: (() => string | null) | null;
}) {
  return (
    <Popover label={say('share.mail')} describe={say('share.mail')} className={kit.link}>
      <MailForm things={things()} name={name} link={link?.() ?? null} />
    </Popover>
  );
}
