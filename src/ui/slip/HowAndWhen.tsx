/** How it is to come, from where, and by when. */

import type { EditionWish } from '../../core/model/codes';
import { wantedChoices } from '../../core/requests/slip';
import { say } from '../../words/generated/slip';
import { useHere } from '../kit/app';
import { DateField } from '../kit/DateField';
import kit from '../kit/kit.module.css';
import { EDITIONS } from './editions';
import { Field } from './Field';
import styles from './slip.module.css';
import type { SlipUnderWay } from './useSlip';
import '../../words/spoken';
import { sayJoined } from '../../words/say';

export function How({ slip, set, record, promised: p, choose }: SlipUnderWay) {
  const choices = wantedChoices(slip.item.kind, record?.carrier ?? 'print');
  return (
    <fieldset className={styles.section}>
      <legend>{say('slip.how')}</legend>
      <div>
        <div className={styles.how} role="radiogroup" aria-label={say('slip.whatIsWantedOfIt')}>
          {choices.map((c) => (
            <label key={c.wanted} className={styles.choice} data-refused={c.refusal ? '' : undefined}>
              <input
                type="radio"
                name="wanted"
                checked={slip.wanted === c.wanted}
                aria-disabled={c.refusal !== null}
                onChange={() => !c.refusal && choose(c.wanted)}
              />
              <span>
                <b>{say(c.label)}</b>
                <small>{say(c.refusal ?? c.sub)}</small>
              </span>
            </label>
          ))}
        </div>
        {(slip.wanted === 'loan' || slip.wanted === 'purchase') && (
          <div className={styles.editions} role="radiogroup" aria-label={say('slip.whichEdition')}>
            {(Object.keys(EDITIONS) as EditionWish[]).map((e) => (
              <label key={e} className={kit.check}>
                <input
                  type="radio"
                  name="editions"
                  checked={slip.editions === e}
                  onChange={() => set({ ...slip, editions: e })}
                />
                {EDITIONS[e]}
              </label>
            ))}
          </div>
        )}
        {p && p.routes.length > 1 && (
          <div className={styles.routes} role="radiogroup" aria-label={say('slip.fromWhere')}>
            {p.routes.map((r) => (
              <label key={`${r.route}${r.from}`} className={kit.check}>
                <input
                  type="radio"
                  name="route"
                  checked={r.route === slip.route && r.from === slip.from}
                  onChange={() => set({ ...slip, route: r.route, from: r.from })}
                />
                {r.title}
                <span className={kit.count}>
                  {r.label}
                  {r.sub && sayJoined(['', r.sub])}
                </span>
              </label>
            ))}
          </div>
        )}
      </div>
    </fieldset>
  );
}

export function When({ slip, set, promised: p, fault }: SlipUnderWay) {
  const { info } = useHere();
  return (
    <fieldset className={styles.section}>
      <legend>{say('slip.when')}</legend>
      <div className={styles.grid}>
        <DateField
          id="f-needBy"
          label={say('slip.needBy')}
          value={slip.needBy}
          change={(needBy) => set({ ...slip, needBy })}
          fault={fault('needBy')}
          promised={p?.likely?.slice(0, 10)}
        />
        <div className={styles.field}>
          <label htmlFor="f-speed">{say('slip.speed')}</label>
          <select
            id="f-speed"
            value={slip.speed}
            disabled={p ? !p.canHurry : false}
            onChange={(e) => set({ ...slip, speed: e.target.value === 'fast' ? 'fast' : 'standard' })}
          >
            <option value="standard">{say('slip.standard')}</option>
            <option value="fast">{say('slip.fast')}</option>
          </select>
          {p && !p.canHurry && <small>{say('slip.nobodyOutsideIsAskedSoThere')}</small>}
        </div>
        <Field
          id="f-limit"
          label={say('slip.notMoreThan')}
          mono
          value={slip.limit}
          change={(limit) => set({ ...slip, limit })}
          fault={fault('limit')}
          hint={say('slip.inEmptyNoLimit', { sign: info.policy.currency.sign })}
          inputMode="decimal"
        />
      </div>
    </fieldset>
  );
}
