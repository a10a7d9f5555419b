/** The search sentence, each of its parts a control. */

import { type ReactNode, useEffect, useState } from 'react';
import { saveKept } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { LibraryInfo } from '../../core/discovery/answers';
import { KIND_LIST, LANGUAGE_LIST } from '../../core/model/kinds';
import { dayOf, type Minutes, parseLocal, yearOf } from '../../core/model/time';
import { REACHES, type Reach } from '../../core/model/waits';
import {
  choiceOf,
  choose,
  chosenConditions,
  isKept,
  type KeptConditions,
  keepAll,
  NEW_SEARCH,
  NOTHING_KEPT,
  type SearchRequest,
  withConditionOf,
} from '../../core/query/request';
import type { SearchAnswer } from '../../words/answers';
import '../../words/generated/results';
import { looksLikeReference } from '../../core/references/shared';
import { say } from '../../words/generated/sentence';
import { kindsLabel, languageLabel, reachLabel, waitsInWords } from '../../words/labels';
import { sayNumber } from '../../words/say';
import { type SentencePart, sentenceParts } from '../../words/sentence';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { SearchTools } from './SearchTools';
import styles from './sentence.module.css';
import shared from './shared.module.css';

interface Props {
  readonly request: SearchRequest;
  readonly answer: SearchAnswer | undefined;
  readonly change: (r: SearchRequest) => void;
}

function Kinds({ request, answer, change }: Props) {
  const count = (kind: string) => answer?.breakdown.kind.find((v) => v.value === kind)?.count ?? 0;
  return (
    <fieldset className={shared.choices}>
      <legend className={kit.legend}>{say('results.kindsToKeepOrLeaveOut')}</legend>
      {KIND_LIST.map((kind) => {
        const choice = choiceOf(request, 'kind', kind);
        return (
          <div key={kind} className={styles.twoWay}>
            <label className={kit.check}>
              <input
                type="checkbox"
                checked={choice === 'keep'}
                onChange={(e) => change(choose(request, 'kind', kind, e.target.checked ? 'keep' : null))}
              />
              {kindsLabel(kind)}
              <span className={kit.count}>{sayNumber(count(kind))}</span>
            </label>
            <button
              type="button"
              className={shared.leave}
              aria-pressed={choice === 'drop'}
              onClick={() => change(choose(request, 'kind', kind, choice === 'drop' ? null : 'drop'))}
            >
              {say('results.leaveOut')}
            </button>
          </div>
        );
      })}
    </fieldset>
  );
}

const PEER_CHOICES: readonly (readonly [label: string, keep: readonly string[]])[] = [
  [say('results.peerReviewedOrNot'), []],
  [say('results.onlyPeerReviewed'), ['reviewed']],
  [say('results.peerReviewedOrNotKnown'), ['reviewed', 'not-known']],
];
function Peer({ request, answer, change }: Props) {
  const kept = request.keep.peer ?? [];
  const count = (values: readonly string[]) =>
    (answer?.breakdown.peer ?? [])
      .filter((v) => !values.length || values.includes(v.value))
      .reduce((n, v) => n + v.count, 0);
  const { peer: _, ...rest } = request.keep;
  return (
    <fieldset className={shared.choices}>
      <legend className={kit.legend}>{say('results.peerReview')}</legend>
      {PEER_CHOICES.map(([label, keep]) => (
        <label key={label} className={kit.check}>
          <input
            type="radio"
            name="peer"
            checked={kept.length === keep.length && keep.every((k) => kept.includes(k))}
            onChange={() => change({ ...request, keep: keep.length ? { ...rest, peer: keep } : rest })}
          />
          {label}
          <span className={kit.count}>{sayNumber(count(keep))}</span>
        </label>
      ))}
      <p className={shared.hint}>{say('results.reviewedMeansTheJournalWasRefereed')}</p>
    </fieldset>
  );
}

function Years({ request, change, close }: Props & { close: () => void }) {
  const { moment } = useHere();
  const now = yearOf(dayOf(parseLocal(moment.at) as Minutes));
  const [from, setFrom] = useState(request.from === null ? '' : String(request.from));
  const [to, setTo] = useState(request.to === null ? '' : String(request.to));
  const bad = (t: string) => t !== '' && !/^\d{4}$/.test(t);
  const fault =
    bad(from) || bad(to)
      ? say('results.aYearHasFourDigitsLike')
      : from && to && from > to
        ? say('results.theFirstYearLiesAfterThe')
        : '';
  const take = () => {
    if (fault) return;
    change({ ...request, from: from ? Number(from) : null, to: to ? Number(to) : null });
    close();
  };
  const last = (n: number) => {
    change({ ...request, from: now - n + 1, to: null });
    close();
  };
  return (
    <form
      className={shared.choices}
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <p className={kit.legend}>{say('results.years')}</p>
      <div className={styles.yearRow}>
        <label>
          {say('results.from')}
          <input
            inputMode="numeric"
            size={5}
            maxLength={4}
            value={from}
            onChange={(e) => setFrom(e.target.value)}
            aria-invalid={fault !== ''}
          />
        </label>
        <label>
          {say('results.to')}
          <input
            inputMode="numeric"
            size={5}
            maxLength={4}
            value={to}
            onChange={(e) => setTo(e.target.value)}
            placeholder={say('results.now')}
            aria-invalid={fault !== ''}
          />
        </label>
        <button type="submit" className={kit.main}>
          {say('results.set')}
        </button>
      </div>
      {fault && (
        <p role="alert" className={shared.fault}>
          {fault}
        </p>
      )}
      <p className={styles.quick}>
        {[1, 5, 10, 20].map((n) => (
          <button key={n} type="button" className={kit.link} onClick={() => last(n)}>
            {n === 1 ? say('results.thisYear') : say('results.last', { n })}
          </button>
        ))}
        <button
          type="button"
          className={kit.link}
          onClick={() => {
            change({ ...request, from: null, to: null });
            close();
          }}
        >
          {say('results.anyYear')}
        </button>
      </p>
    </form>
  );
}

function Languages({ request, answer, change }: Props) {
  const count = (code: string) => answer?.breakdown.language.find((v) => v.value === code)?.count ?? 0;
  return (
    <fieldset className={shared.choices}>
      <legend className={kit.legend}>{say('results.languagesToKeep')}</legend>
      {[...LANGUAGE_LIST]
        .sort((a, b) => count(b) - count(a))
        .map((code) => (
          <label key={code} className={kit.check}>
            <input
              type="checkbox"
              checked={choiceOf(request, 'language', code) === 'keep'}
              onChange={(e) => change(choose(request, 'language', code, e.target.checked ? 'keep' : null))}
            />
            {languageLabel(code)}
            <span className={kit.count}>{sayNumber(count(code))}</span>
          </label>
        ))}
    </fieldset>
  );
}

const reachHint = (reach: Reach, info: LibraryInfo): string => {
  const shelves = say('results.andWhatStandsInOur', { campuses: info.campuses.length });
  return {
    online: say('results.openItNow'),
    shelves,
    partners: say('results.andWhatCanLend', {
      partnership: info.words.partnership || say('results.ourPartners'),
    }),
    index: say('results.andWhatMustBeAskedFor'),
  }[reach];
};
/** What a wider reach would add, and how long that would take. */
function Wider({ answer, reach }: { answer: SearchAnswer | undefined; reach: Reach }) {
  const waits = answer?.wider[reach];
  if (!waits) return null;
  const more = Object.values(waits).reduce((a, b) => a + b, 0);
  return (
    <small className={styles.wider}>
      {more > 0
        ? say('results.more3', { more, waitsInWords: waitsInWords(waits) })
        : say('results.nothingMore')}
    </small>
  );
}
function ReachChoice({ request, answer, change }: Props) {
  const { info } = useHere();
  return (
    <fieldset className={shared.choices}>
      <legend className={kit.legend}>{say('results.howFarToLook')}</legend>
      {REACHES.map((reach) => (
        <label key={reach} className={kit.check}>
          <input
            type="radio"
            name="reach"
            checked={request.reach === reach}
            onChange={() => change({ ...request, reach })}
          />
          <span>
            {reachLabel(reach)} <span className={shared.hint}>{reachHint(reach, info)}</span>
            <Wider answer={answer} reach={reach} />
          </span>
          <span className={kit.count}>{answer ? sayNumber(answer.reach[reach]) : ''}</span>
        </label>
      ))}
    </fieldset>
  );
}

/** What closes the text before it. */
const CLOSING = /^[,،;؛.]+/;
/** Keeps all the conditions for the next search, or none. */
function Keep({ request, kept }: { request: SearchRequest; kept: KeptConditions }) {
  const { reader } = useHere();
  const now = isKept(request, kept);
  // Shown at once; the store follows.
  const [on, setOn] = useState(now);
  useEffect(() => setOn(now), [now]);
  return (
    <label className={`${kit.check} ${styles.keep}`}>
      <input
        type="checkbox"
        checked={on}
        onChange={(e) => {
          setOn(e.target.checked);
          void saveKept(theStore(), reader.id, e.target.checked ? keepAll(request) : NOTHING_KEPT);
        }}
      />
      {say('results.keepTheseForTheNextSearch')}
    </label>
  );
}

export function Sentence(props: Props & { kept: KeptConditions }) {
  const { request, answer, kept } = props;
  const { reader, info } = useHere();
  // What is kept follows the search: changing the years changes the years that are kept.
  const change = (next: SearchRequest) => {
    if (isKept(request, kept)) void saveKept(theStore(), reader.id, keepAll(next));
    props.change(next);
  };
  const inner: Props = { request, answer, change };
  const control = (part: SentencePart, i: number): ReactNode => {
    if (!part.control) return part.asked ? <b key={i}>{part.text}</b> : <span key={i}>{part.text}</span>;
    if (part.control === 'other' && part.choice) {
      const { group, value } = part.choice;
      return (
        <button
          key={i}
          type="button"
          className={styles.part}
          title={say('results.removeThisCondition')}
          onClick={() => change(choose(request, group, value, null))}
        >
          {part.text} <span aria-hidden="true">×</span>
          <span className="sr"> {say('results.remove2')}</span>
        </button>
      );
    }
    const panel = (close: () => void): ReactNode => {
      switch (part.control) {
        case 'kind':
          return <Kinds {...inner} />;
        case 'peer':
          return <Peer {...inner} />;
        case 'years':
          return <Years {...inner} close={close} />;
        case 'language':
          return <Languages {...inner} />;
        default:
          return <ReachChoice {...inner} />;
      }
    };
    return (
      <Popover
        key={`${part.control}${i}`}
        className={styles.part}
        describe={say('results.change', { text: part.text })}
        label={part.text}
      >
        {panel}
      </Popover>
    );
  };
  const parts = sentenceParts(request, info.campuses);
  const said: ReactNode[] = [];
  for (const [i, part] of parts.entries()) {
    const closing = part.control ? CLOSING.exec(parts[i + 1]?.text ?? '')?.[0] : undefined;
    const before = parts[i - 1]?.control ? (CLOSING.exec(part.text)?.[0] ?? '') : '';
    const shown = control(
      before && !part.control ? { ...part, text: part.text.slice(before.length) } : part,
      i,
    );
    said.push(
      closing ? (
        <span key={`closed${i}`} className={styles.closed}>
          {shown}
          {closing}
        </span>
      ) : (
        shown
      ),
    );
  }
  const [more, setMore] = useState(false);
  // What a new search has by itself, leaving out the news, is nobody's condition.
  const conditions = chosenConditions(request);
  return (
    <div className={styles.sentenceRow}>
      {/* Not a p: the choices that open in it are more than text. */}
      <section className={styles.sentence} aria-label={say('results.whatIsSearched')}>
        {said}
      </section>
      <div className={styles.tools} data-open={more || undefined}>
        <span className={styles.total} aria-live="polite">
          {answer ? say('results.ofIndexed', { total: answer.total, indexed: answer.indexed }) : ''}
        </span>
        <button
          type="button"
          className={`${kit.link} ${styles.more}`}
          aria-expanded={more}
          onClick={() => setMore(!more)}
        >
          {say('results.withThisSearch')}
        </button>
        {conditions.length > 0 && <Keep request={request} kept={kept} />}
        {conditions.length > 0 && (
          <button
            type="button"
            className={kit.link}
            onClick={() =>
              change(conditions.reduce((r, name) => withConditionOf(r, NEW_SEARCH, name), request))
            }
          >
            {say('sentence.removeConditions')}
          </button>
        )}
        {answer && <SearchTools request={request} answer={answer} />}
      </div>
      {looksLikeReference(request.q) && (
        <p className={styles.note} data-offer="">
          {say('results.thisLooksLikeAReference')}
          <a href={`/references?${new URLSearchParams({ paste: request.q })}`}>
            {say('results.readItPartByPart')}
          </a>
        </p>
      )}
      {answer?.notes.map((n) => (
        <p
          key={n.code}
          className={styles.note}
          data-offer={n.code === 'person' || n.code === 'journal' ? '' : undefined}
        >
          {n.text}
          {n.offers?.map((o) => (
            <button
              key={o.text}
              type="button"
              className={kit.link}
              onClick={() => change({ ...request, q: o.q, exact: o.exact ?? false, syntax: 'plain' })}
            >
              {o.text}
            </button>
          ))}
        </p>
      ))}
    </div>
  );
}
