/** A pile that somebody sent: looked at, then kept as one's own or left. */
import { useState } from 'react';
import { change, keep, newPile } from '../../browser/piles';
import { theStore } from '../../browser/store';
import { CodedError } from '../../core/codedError';
import { recordHref } from '../../core/model/address';
import { parseDay } from '../../core/model/time';
import { keyOf } from '../../core/piles/pile';
import { readPile, type SharedPile, unpackPile } from '../../core/piles/share';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/share';
import { itemLine } from '../../words/labels';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './piles.module.css';
import sheetStyles from './sheet.module.css';

/** What the address carries: a pile, or why it carries none. */
export function sharedIn(hash: string): SharedPile | string | null {
  const packed = /^#pile=(.+)$/.exec(hash)?.[1];
  if (!packed) return null;
  try {
    return unpackPile(packed);
  } catch (error) {
    return error instanceof CodedError ? say(error.said) : String(error);
  }
}
/** Reads a pile's file. @returns why it can't be read, or the pile */
export async function sharedFile(file: File): Promise<SharedPile | string> {
  try {
    return readPile(await file.text());
  } catch (error) {
    return error instanceof CodedError ? say(error.said) : String(error);
  }
}

export function SharedPreview({ pile, done }: { pile: SharedPile; done: (id: string | null) => void }) {
  const { reader, moment } = useHere();
  const [busy, setBusy] = useState(false);
  const needBy = parseDay(pile.needBy);
  const take = async () => {
    setBusy(true);
    const own = { ...newPile(reader.id, pile, moment.at), note: pile.note };
    await change(theStore(), { piles: [own] });
    await keep(theStore(), own, pile.items, moment.at);
    done(own.id);
  };
  return (
    <section className={sheetStyles.sheet} aria-label={say('share.aPile')}>
      <header className={sheetStyles.sheetHead}>
        <h1>{pile.name || say('share.aPile')}</h1>
        <p>
          {[pile.purpose, needBy === null ? '' : say('share.by', { day: dayText(needBy) })]
            .filter(Boolean)
            .join(' · ')}
        </p>
      </header>
      <p className={styles.hint}>{say('share.notYours', { n: pile.items.length })}</p>
      <p className={styles.row}>
        <button type="button" className={kit.main} disabled={busy} onClick={() => void take()}>
          {say('share.keep')}
        </button>
        <button type="button" className={kit.link} onClick={() => done(null)}>
          {say('share.leave')}
        </button>
      </p>
      {pile.note && <p className={sheetStyles.stopNote}>{pile.note}</p>}
      <ol>
        {pile.items.map((i) => (
          <li key={keyOf(i.record, i.csl)} className={sheetStyles.missing}>
            <p className={sheetStyles.stopTitle} lang={i.csl.language}>
              {i.record ? <a href={recordHref(i.record)}>{i.csl.title}</a> : i.csl.title}
            </p>
            <p className={styles.quiet}>{itemLine({ id: '', ...i.csl })}</p>
            {i.note && <p className={sheetStyles.stopNote}>{i.note}</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}
