import { type MouseEvent, memo, useState } from 'react';
import { recordHref } from '../../core/model/address';
import type { Cents } from '../../core/model/codes';
import { numbering } from '../../core/model/describe';
import { KINDS } from '../../core/model/kinds';
import type { DayNumber } from '../../core/model/time';
import type { Hit } from '../../words/answers';
import '../../words/generated/keep';
import { say } from '../../words/generated/results';
import {
  carrierName,
  editionLabel,
  genreLabel,
  kindLabel,
  languageLabel,
  peerLabel,
  peopleLabel,
} from '../../words/labels';
import { sayJoined } from '../../words/say';
import { wayName, within } from '../../words/within';
import { slipHref, VERDICT_TEXT } from '../item/links';
import { Marked } from '../item/Marked';
import kit from '../kit/kit.module.css';
import { useMoney } from '../kit/useMoney';
import styles from './timetable.module.css';

/** `Research article / peer-reviewed / PDF, a provider`: the one quiet line. */
function quietParts(hit: Hit, money: (cents: Cents) => string): string[] {
  const { csl, best, copies } = hit;
  const parts: string[] = [kindLabel(hit.kind)];
  if (csl.genre) parts[0] = genreLabel(csl.genre);
  if (hit.carrier !== 'print' && hit.carrier !== 'online') parts.push(carrierName(hit.carrier));
  if (KINDS[hit.kind].family === 'article' || hit.peerReview.status === 'reviewed')
    parts.push(peerLabel(hit.peerReview.status));
  if (csl.language && csl.language !== 'en')
    parts.push(say('results.in2', { languageLabel: languageLabel(csl.language) }));
  if (best) {
    const chance = best.chance < 0.99 ? say('results.chance', { share: { share: best.chance } }) : '';
    const price = best.price > 0 ? money(best.price) : '';
    parts.push(
      best.action.do === 'open'
        ? sayJoined([best.title, best.place])
        : best.action.do === 'go'
          ? best.place
          : sayJoined([`${wayName(best)}${chance}`, ...(price ? [price] : [])]),
    );
  } else parts.push(say('results.noWayToGetItThat'));
  if (hit.soonest) parts.push(say('results.soonestOf', { n: hit.versions.length + 1 }));
  if (copies.of > 0) parts.push(say('results.ofIn', { in: copies.in, of: copies.of }));
  return parts;
}

interface LineProps {
  readonly hit: Hit;
  readonly open: boolean;
  readonly needBy: DayNumber | null;
  readonly show: (id: string | null) => void;
  /** Names of the piles that it is in; empty when it is in none. */
  readonly kept: string;
  readonly chosen: boolean;
  /** Turns the choice of a line; with Shift of all up to it. */
  readonly choose: (id: string, range: boolean) => void;
}
export const HitLine = memo(function HitLine({ hit, open, needBy, show, kept, chosen, choose }: LineProps) {
  const { csl, wait, best } = hit;
  const money = useMoney();
  const people = peopleLabel(csl);
  const pick = (event: MouseEvent) => {
    if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
    event.preventDefault();
    show(open ? null : hit.id);
  };
  // The whole line opens the item, but for what in it does something of its own, and text that was marked.
  const anywhere = (event: MouseEvent) => {
    const own = event.target instanceof Element && event.target.closest('a, button, input, label, ul');
    if (own || event.defaultPrevented || window.getSelection()?.toString()) return;
    show(open ? null : hit.id);
  };
  const imprint = csl['container-title']
    ? numbering(csl)
    : sayJoined([csl.publisher ?? '', numbering(csl), editionLabel(csl.edition)].filter(Boolean));
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the title in it is the link that keys go to
    <article
      onClick={anywhere}
      className={styles.line}
      data-open={open ? '' : undefined}
      data-chosen={chosen ? '' : undefined}
    >
      <div>
        <p className={styles.wait} data-wait={wait.class}>
          <b>{wait.label}</b>
          {wait.sub && <span>{wait.sub}</span>}
          {wait.verdict && wait.verdict !== 'in-time' && (
            <span className={kit.tag}>{VERDICT_TEXT[wait.verdict]}</span>
          )}
        </p>
        <input
          type="checkbox"
          className={styles.choose}
          aria-label={say('keep.choose', { title: csl.title })}
          checked={chosen}
          onChange={(e) => choose(hit.id, (e.nativeEvent as globalThis.MouseEvent).shiftKey)}
        />
      </div>
      <div className={styles.what}>
        <h2 className={styles.title} lang={csl.language}>
          <a href={recordHref(hit.id)} data-line onClick={pick} aria-expanded={open}>
            <Marked text={csl.title} marks={hit.marks.title} />
          </a>
          {hit.retracted && <span className={kit.tag}>{say('results.retracted')}</span>}
        </h2>
        <p className={styles.by}>
          {people && `${people} · `}
          {csl['container-title'] && (
            <>
              {say('results.in3')}
              <cite>
                <Marked text={csl['container-title']} marks={hit.marks.container} />
              </cite>{' '}
            </>
          )}
          {imprint}
        </p>
        {kept && <p className={styles.kept}>{say('keep.isIn', { piles: kept })}</p>}
        <div className={styles.quietRow}>
          <p className={styles.quiet}>
            {quietParts(hit, money).map((part, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the parts of one line never move
              <span key={i}>{part}</span>
            ))}
          </p>
          <p className={styles.actions}>
            {best?.action.do === 'open' && (
              <a href={best.action.href} target="_blank" rel="noopener">
                {say('results.read')}
              </a>
            )}
            {best?.action.do === 'slip' && (
              <a href={slipHref(hit.id, best.action, needBy)}>{say('results.makeSlip')}</a>
            )}
            <a href={recordHref(hit.id)}>{say('results.fullPage')}</a>
          </p>
        </div>
        {hit.versions.length > 0 && <Versions hit={hit} show={show} />}
      </div>
    </article>
  );
});

/** Editions, carriers, translations and preprints of one work stand on its line, and open under it. */
function Versions({ hit, show }: { hit: Hit; show: (id: string | null) => void }) {
  const [open, setOpen] = useState(false);
  const n = hit.versions.length;
  return (
    <div className={styles.versions}>
      <button type="button" className={kit.link} aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? say('results.onlyThisOne') : say('results.other', { n, summary: summary(hit) })}
      </button>
      {open && (
        <ul>
          {hit.versions.map((v) => (
            <li key={v.id}>
              <b data-wait={v.class}>{v.wait}</b>
              <a
                href={recordHref(v.id)}
                onClick={(e) => {
                  if (e.metaKey || e.ctrlKey || e.shiftKey || e.altKey) return;
                  e.preventDefault();
                  show(v.id);
                }}
              >
                {v.note}
              </a>
              <span>{v.line}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
/** The different sorts of versions, each once. */
const summary = (hit: Hit): string =>
  sayJoined([...new Set(hit.versions.map((v) => within(v.note)))].slice(0, 3), '; ');
