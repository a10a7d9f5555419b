/**
 * What to do next for a pile: the few acts that bring the most of it by the day it is needed, worked out, with
 * their price and the reasons for what is left out. One gesture writes the slips.
 */
import { useQuery } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import { getPlan } from '../../browser/further';
import { part } from '../../browser/parts';
import type { Thing } from '../../core/discovery/manySlips';
import { isOpen } from '../../core/model/slipStates';
import { parseDay } from '../../core/model/time';
import type { WayAction } from '../../core/model/ways';
import type { Pile } from '../../core/piles/pile';
import type { PileStanding } from '../../core/piles/standing';
import type { LeftOut } from '../../core/plan/choose';
import type { PlanAnswer } from '../../words/answers';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/piles';
import { sayShare } from '../../words/say';
import { wayName } from '../../words/within';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { useMoney } from '../kit/useMoney';
import { useTyped } from '../kit/useTyped';
import nextStyles from './next.module.css';
import styles from './piles.module.css';
import type { PileLine } from './usePileLines';

const BulkSlips = part(() => import('../references/BulkSlips'));
/** As many as can be weighed exactly, and asked in one question. */
const PLANNED = 200;
/** Where nothing is done yet, and something could be. */
const WANTING: ReadonlySet<PileStanding> = new Set(['fetch', 'ask', 'late', 'now']);

/** An amount as it is typed; null for none, or for what is no amount. */
export const spendOf = (text: string | undefined): number | null => {
  const said = (text ?? '').trim().replace(',', '.');
  return /^\d{1,6}(\.\d{1,2})?$/.test(said) ? Math.round(Number(said) * 100) : null;
};

type Step = PlanAnswer['chosen'][number] & { readonly line: PileLine };
/** @param action how it is to come; the soonest slip where it is left out */
export const asThing = (line: PileLine, action?: WayAction): Thing => ({
  id: line.item.id,
  csl: line.csl,
  match: line.item.record
    ? {
        id: line.item.record,
        csl: { id: line.item.record, ...line.csl },
        kind: line.found?.kind ?? line.item.kind ?? 'book',
        best: action ? { action } : null,
      }
    : null,
});

function Steps({ title, price, steps }: { title: string; price?: string; steps: readonly Step[] }) {
  if (!steps.length) return null;
  return (
    <details className={nextStyles.step} open={steps.length <= 4}>
      <summary>
        <b>{title}</b> {price}
      </summary>
      <ul>
        {steps.map(({ line, way, leftOut, instead }) => (
          <li key={line.item.id}>
            <span className={nextStyles.stepWhen}>{way?.label ?? ''}</span>
            <span>
              {line.csl.title}
              <small>
                {way
                  ? [wayName(way), sayShare(way.inTime)].join(' · ')
                  : leftOut && say(`piles.left.${leftOut satisfies LeftOut}`)}
                {instead && (
                  <>
                    {' · '}
                    {say('piles.instead', { title: instead.title, label: instead.label })}
                  </>
                )}
              </small>
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

export function NextSteps({
  pile,
  lines,
  setSpend,
}: {
  pile: Pile;
  lines: readonly PileLine[];
  setSpend: (amount: string) => void;
}) {
  const { moment, slips, info } = useHere();
  const money = useMoney();
  const { type, ...spend } = useTyped(pile.spend ?? '', setSpend);
  /** What slips are being written for, as it was when that was asked: what goes out is no longer part of the plan. */
  const [writing, setWriting] = useState<readonly Thing[] | null>(null);
  const needBy = parseDay(pile.needBy);
  const cents = spendOf(pile.spend);
  const open = slips.filter((s) => isOpen(s.state)).length;
  const mayOpen = Math.max(0, info.policy.openSlips - open);
  const wanting = lines.filter((l) => WANTING.has(l.standing));
  const asked = wanting.slice(0, PLANNED);
  const query = useQuery({
    queryKey: ['plan', asked.map((l) => l.item.key), moment, pile.needBy, cents, mayOpen],
    queryFn: () =>
      getPlan(
        asked.map((l) => l.item),
        moment,
        pile.needBy,
        { cents: cents as never, slips: mayOpen },
      ),
    enabled: needBy !== null && asked.length > 0,
    placeholderData: (before) => (before?.chosen.length === asked.length ? before : undefined),
  });
  if (writing)
    return (
      <Suspense fallback={<p className={styles.hint}>{say('piles.workingItOut')}</p>}>
        <BulkSlips things={writing} needBy={pile.needBy} close={() => setWriting(null)} />
      </Suspense>
    );
  if (needBy === null) return <p className={styles.hint}>{say('piles.sayANeedBy')}</p>;
  if (lines.length > 0 && wanting.length === 0 && lines.every((l) => l.standing !== 'open'))
    return <p className={styles.hint}>{say('piles.allIsHere')}</p>;
  const steps: readonly Step[] = (query.data?.chosen ?? []).flatMap((c, i) => {
    const line = asked[i];
    return line ? [{ ...c, line }] : [];
  });
  const toSlip = steps.filter((s) => s.way?.action.do === 'slip');
  const price = toSlip.reduce((sum, s) => sum + (s.way?.price ?? 0), 0);
  return (
    <div className={nextStyles.next}>
      <label className={nextStyles.spend}>
        {say('piles.spendAtMost')}
        <input
          inputMode="decimal"
          size={6}
          placeholder={say('piles.noLimit')}
          {...spend}
          onChange={(e) => type(e.target.value.replace(/[^\d.,]/g, '').slice(0, 9))}
        />
        {info.policy.currency.sign}
      </label>
      {query.isError && <Failure error={query.error} again={() => void query.refetch()} />}
      {query.isPending && asked.length > 0 && <p className={styles.hint}>{say('piles.workingItOut')}</p>}
      {query.data && (
        <>
          <p className={nextStyles.sum} role="status">
            {say('piles.planSum', {
              day: dayText(needBy),
              inTime: Math.round(query.data.inTime * 10) / 10,
              of: asked.length,
              cents: money(query.data.cents),
              slips: query.data.slips,
            })}
          </p>
          <Steps
            title={say('piles.planRead', { n: steps.filter((s) => s.way?.action.do === 'open').length })}
            steps={steps.filter((s) => s.way?.action.do === 'open')}
          />
          <Steps
            title={say('piles.planFetch', { n: steps.filter((s) => s.way?.action.do === 'go').length })}
            steps={steps.filter((s) => s.way?.action.do === 'go')}
          />
          <Steps
            title={say('piles.planPrice', { n: toSlip.length, price: money(price as never) })}
            steps={toSlip}
          />
          <Steps
            title={say('piles.planLeft', { n: steps.filter((s) => !s.way).length })}
            steps={steps.filter((s) => !s.way)}
          />
          {toSlip.length > 0 && (
            <p>
              <button
                type="button"
                className={kit.plum}
                onClick={() => setWriting(toSlip.map(({ line, way }) => asThing(line, way?.action)))}
              >
                {say('piles.planSlips', { n: toSlip.length })}
              </button>
            </p>
          )}
          <p className={styles.hint}>
            {query.data.exact ? say('piles.exact') : say('piles.notExact')}
            {wanting.length > PLANNED && ` ${say('piles.firstOnly', { n: PLANNED })}`}
          </p>
        </>
      )}
    </div>
  );
}
