/** One line of a pile: when it can be read, what it is, the reader's note and state. */
import { type MouseEvent, memo, useEffect, useRef, useState } from 'react';
import { verdictOf } from '../../core/access/verdict';
import { writeOpenUrl } from '../../core/coverage/openurl';
import { recordHref } from '../../core/model/address';
import { type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { type PileItem, READING_STATES, type ReadingState } from '../../core/piles/pile';
import { say } from '../../words/generated/piles';
import { itemLine, kindLabel } from '../../words/labels';
import { wayName } from '../../words/within';
import { slipHref, VERDICT_TEXT } from '../item/links';
import kit from '../kit/kit.module.css';
import { useMoney } from '../kit/useMoney';
import { OpenPaper } from '../offline/Papers';
import styles from './piles.module.css';
import { standingName } from './StandingBar';
import type { PileLine } from './usePileLines';

export interface LineActs {
  readonly open: (record: string | null) => void;
  readonly choose: (id: string, range: boolean) => void;
  /** Writes what was changed; `settled` once it is done with, so that it can be undone as one. */
  readonly edit: (item: PileItem, fields: Partial<PileItem>, settled: PileItem | null) => void;
}
interface Props {
  readonly line: PileLine;
  readonly needBy: string;
  readonly open: boolean;
  readonly chosen: boolean;
  /** Lines stand by hand, and can be put elsewhere. */
  readonly placed: boolean;
  readonly acts: LineActs;
}

function Note({ item, edit, end }: { item: PileItem; edit: LineActs['edit']; end: () => void }) {
  const [before, setBefore] = useState<PileItem | null>(null);
  const [text, setText] = useState(item.note);
  useEffect(() => {
    if (!before) setText(item.note);
  }, [item.note, before]);
  return (
    <textarea
      rows={1}
      className={styles.note}
      aria-label={say('piles.noteOf', { title: item.csl.title })}
      placeholder={say('piles.noteHint')}
      maxLength={8000}
      value={text}
      // biome-ignore lint/a11y/noAutofocus: it was just asked for
      autoFocus={item.note === ''}
      onFocus={() => setBefore(item)}
      onChange={(e) => {
        setText(e.target.value);
        edit(item, { note: e.target.value }, null);
      }}
      onBlur={() => {
        if (before && before.note !== text) edit(item, { note: text }, before);
        setBefore(null);
        end();
      }}
    />
  );
}

/** What can be done with it at once: read it, make a slip. */
function Acts({ line, needBy }: { line: PileLine; needBy: string }) {
  const { item, csl, found, standing } = line;
  const action = found?.best?.action;
  if (standing === 'way' || standing === 'hand') return null;
  if (action?.do === 'open')
    return (
      <a href={action.href} target="_blank" rel="noopener">
        {say('piles.read')}
      </a>
    );
  if (item.record && action?.do === 'slip')
    return <a href={slipHref(item.record, action, parseDay(needBy))}>{say('piles.makeSlip')}</a>;
  if (item.record) return null;
  const params = writeOpenUrl(csl);
  if (needBy) params.set('need', needBy);
  return <a href={`/requests/new?${params}`}>{say('piles.makeSlip')}</a>;
}

export const PileLineView = memo(function PileLineView(props: Props) {
  const { line, needBy, open, chosen, placed, acts } = props;
  const { item, csl, found, standing, double } = line;
  const money = useMoney();
  const element = useRef<HTMLElement>(null);
  const handle = useRef<HTMLSpanElement>(null);
  const [noting, setNoting] = useState(false);
  const [edge, setEdge] = useState<string | null>(null);
  useEffect(() => {
    const [el, by] = [element.current, handle.current];
    if (!el || !by) return;
    let stop = (): void => undefined;
    let left = false;
    void import('./dragging').then(({ lineOf }) => {
      if (!left) stop = lineOf(el, by, { id: item.id, placed, edge: setEdge });
    });
    return () => {
      left = true;
      stop();
    };
  }, [item.id, placed]);
  const show = (event: MouseEvent) => {
    if (!item.record || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
    event.preventDefault();
    acts.open(open ? null : item.record);
  };
  const ready = found?.ready && {
    median: parseLocal(found.ready.median) as Minutes,
    likely: parseLocal(found.ready.likely) as Minutes,
  };
  const verdict =
    standing === 'hand' || standing === 'way' ? null : verdictOf(ready ?? null, parseDay(needBy));
  const place = found?.best && wayName(found.best);
  return (
    <article
      ref={element}
      className={styles.line}
      data-open={open || undefined}
      data-chosen={chosen || undefined}
      data-edge={edge ?? undefined}
      data-read={item.state === 'read' || undefined}
    >
      <div>
        <p className={styles.wait} data-wait={found?.wait.class}>
          <b>{standing === 'hand' ? standingName('hand') : (found?.wait.label ?? '…')}</b>
          {found?.wait.sub && standing !== 'hand' && <span>{found.wait.sub}</span>}
          {verdict && verdict !== 'in-time' && <span className={kit.tag}>{VERDICT_TEXT[verdict]}</span>}
        </p>
        <p className={styles.tick}>
          <input
            type="checkbox"
            aria-label={say('piles.chooseLine', { title: csl.title })}
            checked={chosen}
            onChange={(e) => acts.choose(item.id, (e.nativeEvent as globalThis.MouseEvent).shiftKey)}
          />
          <span
            ref={handle}
            className={styles.handle}
            aria-hidden="true"
            title={say('piles.moveLine', { title: csl.title })}
          >
            ⋮⋮
          </span>
        </p>
      </div>
      <div className={styles.what}>
        <h2 className={styles.title} lang={csl.language}>
          <a
            href={item.record ? recordHref(item.record) : `/requests/new?${writeOpenUrl(csl)}`}
            data-line
            onClick={show}
            aria-expanded={item.record ? open : undefined}
          >
            {csl.title}
          </a>
          {found?.retracted && <span className={kit.tag}>{say('piles.retracted')}</span>}
        </h2>
        <p className={styles.by}>{itemLine({ id: '', ...csl })}</p>
        <div className={styles.quietRow}>
          <p className={styles.quiet}>
            {[
              found ? kindLabel(found.kind) : item.kind ? kindLabel(item.kind) : '',
              standing === 'way' || standing === 'late' ? standingName(standing) : '',
              place && standing !== 'hand' && standing !== 'way' ? place : '',
              found?.best && found.best.price > 0 && standing === 'ask' ? money(found.best.price) : '',
              item.record ? (found === null ? say('piles.gone') : '') : say('piles.noRecord'),
            ]
              .filter(Boolean)
              .join(' / ')}
          </p>
          <p className={styles.acts}>
            {item.note === '' && (
              <button
                type="button"
                className={`${kit.link} ${styles.addNote}`}
                aria-label={say('piles.noteOf', { title: csl.title })}
                onClick={() => setNoting(true)}
              >
                {say('piles.addANote')}
              </button>
            )}
            <OpenPaper of={{ key: item.key, title: csl.title }} />
            <Acts line={line} needBy={needBy} />
            <select
              className={styles.state}
              value={item.state}
              aria-label={say('piles.stateOf', { title: csl.title })}
              onChange={(e) => acts.edit(item, { state: e.target.value as ReadingState }, item)}
            >
              {READING_STATES.map((s) => (
                <option key={s} value={s}>
                  {say(`piles.state.${s}`)}
                </option>
              ))}
            </select>
          </p>
        </div>
        {double && (
          <p className={styles.double}>
            {say(double.sort === 'same' ? 'piles.sameHere' : 'piles.versionsHere', {
              n: double.others.length,
            })}
          </p>
        )}
        {(item.note !== '' || noting) && <Note item={item} edit={acts.edit} end={() => setNoting(false)} />}
      </div>
    </article>
  );
});
