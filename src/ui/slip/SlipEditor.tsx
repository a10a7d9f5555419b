/**
 * The slip editor: one page, prefilled, every field editable; on the right the live promise. Kept on every
 * keystroke.
 */

import type { Wanted } from '../../core/model/codes';
import type { Slip } from '../../core/model/slip';
import { clockOf, clockText, type Minutes, parseLocal } from '../../core/model/time';
import { isCopy, itemOf, slipTitle } from '../../core/requests/slip';
import { say } from '../../words/generated/slip';
import { sayJoined } from '../../words/say';
import { quoted } from '../../words/within';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import { focusOn } from '../kit/focusOn';
import kit from '../kit/kit.module.css';
import { useWriting } from '../kit/useWriting';
import { Registering, Terms } from './Agreements';
import { Field } from './Field';
import { How, When } from './HowAndWhen';
import { PromisePane, SEND } from './PromisePane';
import styles from './slip.module.css';
import { useSlip } from './useSlip';
import { WhatItIs } from './WhatItIs';
import { ContactDetails, WhereTo } from './WhereTo';

/** What the page is called, by what is wanted. */
function headingOf(slip: Slip): string {
  const named = slip.item.title ? quoted(slip.item.title) : say('slip.something');
  const heading: Record<Wanted, string> = {
    loan: slipTitle(slip) || say('slip.aLoan'),
    article: say('slip.aCopyOf', {
      part: slip.item.title
        ? named
        : say('slip.anArticle', {
            part: slip.item.container ? ` ${say('slip.from', { container: slip.item.container })}` : '',
          }),
    }),
    chapter:
      slip.item.kind === 'chapter' ? say('slip.aCopyOf2', { named }) : say('slip.aChapterFrom', { named }),
    purchase: say('slip.suggestForPurchase', { named }),
    question: say('slip.aQuestionAbout', { named }),
  };
  return heading[slip.wanted];
}

const NAMES: readonly (readonly [keyof Slip, string])[] = [
  ['item', say('slip.whatItIs')],
  ['wanted', say('slip.whatIsWanted')],
  ['route', say('slip.howItComes')],
  ['delivery', say('slip.whereItGoes')],
  ['needBy', say('slip.theDay')],
  ['speed', say('slip.theSpeed')],
  ['limit', say('slip.theLimit')],
  ['editions', say('slip.theEdition')],
  ['note', say('slip.theNote')],
  ['reference', say('slip.yourReference')],
  ['declared', say('slip.theDeclaration')],
];
/** What two versions of a draft differ in, in words. */
function differing(a: Slip, b: Slip): string {
  const names = NAMES.filter(([field]) => JSON.stringify(a[field]) !== JSON.stringify(b[field])).map(
    ([, name]) => name,
  );
  return names.length ? sayJoined(names) : say('slip.whenItWasWritten');
}

export function SlipEditor({ kept }: { kept: Slip }) {
  const { reader } = useHere();
  const own = useSlip(kept);
  useWriting();
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
        <h1 ref={focusOn} tabIndex={-1}>
          {headingOf(slip)}
        </h1>
        <a
          className="skip"
          href={`#${SEND}`}
          onClick={(e) => {
            e.preventDefault();
            document.getElementById(SEND)?.focus();
          }}
        >
          {say('slip.toSend')}
        </a>
        <p className={styles.kept}>
          {say('slip.draftKept', {
            part: free ? say('slip.notInTheIndexWhatYou') : say('slip.filledFromTheIndex'),
            clockOf: clockText(clockOf(parseLocal(slip.changed) as Minutes)),
          })}
          {!free && (
            <button type="button" className={kit.link} onClick={reset}>
              {say('slip.fillInAgain')}
            </button>
          )}
        </p>

        {own.otherDraft && (
          <div className={styles.other} role="alert">
            <p>{say('slip.thisDraftWasChangedInAnother', { differing: differing(slip, own.otherDraft) })}</p>
            <p className={kit.ways}>
              <button type="button" className={kit.link} onClick={own.takeOther}>
                {say('slip.takeWhatWasWrittenThere')}
              </button>
              <button type="button" className={kit.link} onClick={own.keepOwn}>
                {say('slip.keepWhatStandsHere')}
              </button>
            </p>
          </div>
        )}
        <WhatItIs {...own} />
        <How {...own} />
        <When {...own} />

        <fieldset className={styles.section}>
          <legend>{say('slip.where')}</legend>
          <div className={styles.grid}>
            <WhereTo slip={slip} set={set} fault={fault} />
            {reader.registered && <ContactDetails />}
            <Field
              id="f-reference"
              label={say('slip.yourOwnReference')}
              value={slip.reference}
              change={(reference) => set({ ...slip, reference })}
              fault={fault('reference')}
              hint={say('slip.optionalACourseAChapterStays')}
            />
            <Field
              id="f-note"
              label={slip.wanted === 'question' ? say('slip.yourQuestion') : say('slip.noteToTheLibrary')}
              value={slip.note}
              change={(note) => set({ ...slip, note })}
              fault={fault('note')}
              hint={slip.wanted === 'question' ? undefined : say('slip.optional')}
              wide
            />
          </div>
        </fieldset>

        {own.needsRegistering && <Registering {...own} />}
        {isCopy(slip) && <Terms {...own} />}
      </form>
      <aside className={styles.pane} aria-label={say('slip.whatIsPromised')}>
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
