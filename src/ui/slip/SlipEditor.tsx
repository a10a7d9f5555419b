/** The slip editor: one page, prefilled, every field editable; on the right the live promise. Kept on every keystroke. */

import type { Slip, Wanted } from '../../core/model/slip';
import { clockOf, clockText, type Minutes, parseLocal } from '../../core/model/time';
import { isCopy, itemOf, slipTitle } from '../../core/requests/slip';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Registering, Terms } from './Agreements';
import { Field } from './Field';
import { How, When } from './HowAndWhen';
import { PromisePane } from './PromisePane';
import styles from './slip.module.css';
import { useSlip } from './useSlip';
import { WhatItIs } from './WhatItIs';
import { ContactDetails, WhereTo } from './WhereTo';

/** What the page is called, by what is wanted. */
function headingOf(slip: Slip): string {
  const named = slip.item.title ? `“${slip.item.title}”` : 'something';
  const heading: Record<Wanted, string> = {
    loan: slipTitle(slip) || 'A loan',
    article: `A copy of ${slip.item.title ? named : `an article${slip.item.container ? ` from “${slip.item.container}”` : ''}`}`,
    chapter: slip.item.kind === 'chapter' ? `A copy of ${named}` : `A chapter from ${named}`,
    purchase: `Suggest ${named} for purchase`,
    question: `A question about ${named}`,
  };
  return heading[slip.wanted];
}

const NAMES: readonly (readonly [keyof Slip, string])[] = [
  ['item', 'what it is'],
  ['wanted', 'what is wanted'],
  ['route', 'how it comes'],
  ['delivery', 'where it goes'],
  ['needBy', 'the day'],
  ['speed', 'the speed'],
  ['limit', 'the limit'],
  ['editions', 'the edition'],
  ['note', 'the note'],
  ['reference', 'your reference'],
  ['declared', 'the declaration'],
];
/** What two versions of a draft differ in, in words. */
function differing(a: Slip, b: Slip): string {
  const names = NAMES.filter(([field]) => JSON.stringify(a[field]) !== JSON.stringify(b[field])).map(
    ([, name]) => name,
  );
  return names.length ? names.join(', ') : 'when it was written';
}

export function SlipEditor({ kept }: { kept: Slip }) {
  const { reader } = useHere();
  const own = useSlip(kept);
  const { slip, set, fault, record, promise, leave } = own;
  const free = slip.record === '';
  const reset = () => record && set({ ...slip, item: itemOf(record) });

  return (
    <div className={styles.columns}>
      <form
        className={styles.form}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void leave(true);
        }}
      >
        <h1>{headingOf(slip)}</h1>
        <p className={styles.kept}>
          {free ? 'Not in the index: what you write is what is asked for.' : 'Filled from the index.'} Draft
          kept, {clockText(clockOf(parseLocal(slip.changed) as Minutes))}.{' '}
          {!free && (
            <button type="button" className={kit.link} onClick={reset}>
              Fill in again
            </button>
          )}
        </p>

        {own.otherDraft && (
          <div className={styles.other} role="alert">
            <p>
              This draft was changed in another tab: {differing(slip, own.otherDraft)}. It is not sent before
              you have chosen.
            </p>
            <p className={kit.ways}>
              <button type="button" className={kit.link} onClick={own.takeOther}>
                Take what was written there
              </button>
              <button type="button" className={kit.link} onClick={own.keepOwn}>
                Keep what stands here
              </button>
            </p>
          </div>
        )}
        <WhatItIs {...own} />
        <How {...own} />
        <When {...own} />

        <fieldset className={styles.section}>
          <legend>Where</legend>
          <div className={styles.grid}>
            <WhereTo slip={slip} set={set} fault={fault} />
            {reader.registered && <ContactDetails />}
            <Field
              id="f-reference"
              label="Your own reference"
              value={slip.reference}
              change={(reference) => set({ ...slip, reference })}
              fault={fault('reference')}
              hint="optional: a course, a chapter; stays with you"
            />
            <Field
              id="f-note"
              label={slip.wanted === 'question' ? 'Your question' : 'Note to the library'}
              value={slip.note}
              change={(note) => set({ ...slip, note })}
              fault={fault('note')}
              hint={slip.wanted === 'question' ? undefined : 'optional'}
              wide
            />
          </div>
        </fieldset>

        {own.needsRegistering && <Registering {...own} />}
        {isCopy(slip) && <Terms {...own} />}
      </form>
      <aside className={styles.pane} aria-label="What is promised">
        {promise.isError ? (
          <Failure error={promise.error} again={() => void promise.refetch()} />
        ) : (
          <PromisePane
            promise={own.promised}
            slip={slip}
            duplicate={own.duplicate}
            faults={own.faults}
            going={own.going}
            use={own.take}
            send={() => void leave(true)}
            later={() => void leave(false)}
          />
        )}
      </aside>
    </div>
  );
}
