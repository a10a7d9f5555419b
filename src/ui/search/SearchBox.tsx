/** One wide box, its suggestions, the day by which the thing is needed, and the three ways of asking. */

import { type FormEvent, Suspense, useEffect, useId, useLayoutEffect, useRef, useState } from 'react';
import { part } from '../../browser/parts';
import { pastOf } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { dayOf, isoDay, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import type { SearchRequest } from '../../core/query/request';
import { say } from '../../words/generated/search';
import { sayNumber } from '../../words/say';
import { useHere } from '../kit/app';
import { DateField } from '../kit/DateField';
import kit from '../kit/kit.module.css';
import { readyForKeys, useCombobox } from '../kit/useCombobox';
import { useKept } from '../kit/useKept';
import styles from './box.module.css';
import { type Early, takeEarly } from './early';
import shared from './shared.module.css';
import type { Choice } from './suggest';

const ByFields = part(() => import('./ByFields'));
const Commands = part(() => import('./Commands'));

const lowered = (text: string): string => text.toLowerCase();
/** Compares as the index does, once that has come; it comes with the first letter. */
function useFold(active: boolean): (text: string) => string {
  const [fold, setFold] = useState<(text: string) => string>(() => lowered);
  useEffect(() => {
    if (!active) return;
    import('../../core/words/fold').then(
      (m) => setFold(() => m.fold),
      () => undefined,
    );
  }, [active]);
  return fold;
}
const TYPING_PAUSE = 120;
const PAST_SHOWN = 3;

/**
 * What fits the text being typed: the reader's own past searches, then titles, people, subjects, journals.
 */
function useSuggestions(text: string, active: boolean, soon: () => void): readonly Choice[] {
  const { reader } = useHere();
  const fold = useFold(active);
  const past = useKept(() => (active ? pastOf(theStore(), reader.id) : []), [active, reader.id], []) ?? [];
  const [found, setFound] = useState<{ text: string; choices: readonly Choice[] }>({ text: '', choices: [] });
  const later = useRef(soon);
  later.current = soon;
  useEffect(() => {
    if (!active || text.trim().length < 2) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      import('./suggest')
        .then(({ suggested }) => suggested(text, stop.signal, () => later.current()))
        .then(
          (choices) => setFound({ text, choices }),
          () => {},
        );
    }, TYPING_PAUSE);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [text, active]);
  if (!active || text.trim().length < 2) return [];
  const key = fold(text.trim());
  const own = past
    .filter((p) => fold(p.q).includes(key) && fold(p.q) !== key)
    .slice(0, PAST_SHOWN)
    .map(
      (p): Choice => ({
        word: say('search.askedBefore'),
        text: p.q,
        hint: sayNumber(p.total),
        href: `/?${p.address}`,
      }),
    );
  return [
    ...own,
    ...(found.text === text || found.text.startsWith(text) || text.startsWith(found.text)
      ? found.choices
      : []),
  ];
}

export type WayOfAsking = 'words' | 'fields' | 'cql';
/** Words, the day by which what they find is needed, and how they are to be read. */
export type Words = readonly [q: string, needBy: SearchRequest['needBy'], syntax: SearchRequest['syntax']];
interface Props {
  readonly request: SearchRequest;
  /** Asks for other words. */
  readonly ask: (...words: Words) => void;
  /** Hears of words that may be asked for soon. */
  readonly soon: (...words: Words) => void;
  readonly change: (r: SearchRequest) => void;
  /** For CQL that can't be read: what was wrong, and where. */
  readonly fault: { readonly text: string; readonly at: number } | null;
  readonly way: WayOfAsking;
  readonly setWay: (way: WayOfAsking) => void;
}
export function SearchBox({ request, ask, soon, change, fault, way, setWay }: Props) {
  const { moment } = useHere();
  const id = useId();
  const [text, setText] = useState(request.q);
  const [need, setNeed] = useState(request.needBy === null ? '' : isoDay(request.needBy));
  // Back and Forward bring another search: its words and its day come into the box.
  const [stood, setStood] = useState({ q: request.q, needBy: request.needBy });
  if (stood.q !== request.q || stood.needBy !== request.needBy) {
    setStood({ q: request.q, needBy: request.needBy });
    if (stood.q !== request.q) setText(request.q);
    if (stood.needBy !== request.needBy) setNeed(request.needBy === null ? '' : isoDay(request.needBy));
  }
  const [typing, setTyping] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const today = isoDay(dayOf(parseLocal(moment.at) as Minutes));
  const past = need !== '' && need < today;
  const day = past ? null : parseDay(need);
  const choices = useSuggestions(text, typing && way === 'words', () => soon(text.trim(), day, 'plain'));
  const open = choices.length > 0;

  const take = (c: Choice) => {
    setTyping(false);
    if (c.href) window.location.href = c.href;
    else if (c.q) {
      setText(c.q);
      ask(c.q, day, 'plain');
    }
  };
  const send = (words: string) => {
    setTyping(false);
    ask(words.trim(), day, way === 'cql' ? 'cql' : 'plain');
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send(text);
  };
  // What was written before this stood here is written on here: before anything is drawn, so that no letter is lost.
  const early = useRef<Early | null>(null);
  useLayoutEffect(() => {
    early.current = takeEarly();
    const { text, at } = early.current ?? {};
    const box = input.current;
    if (typeof text === 'string') {
      if (box) box.value = text;
      setText(text);
    }
    if (!box || !at) return;
    box.focus({ preventScroll: true });
    box.setSelectionRange(...at);
  }, []);
  // Who comes to ask can type at once; on a touch screen the keyboard would cover the page.
  const arrived = useRef(request.q === '');
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, with what was written then
  useEffect(() => {
    const box = input.current;
    const free = document.activeElement === document.body;
    if (arrived.current && free && window.matchMedia?.('(pointer: fine)').matches)
      box?.focus({ preventScroll: true });
    if (early.current?.asked) send(early.current.text ?? text);
    early.current = null;
  }, []);
  const list = useRef<HTMLDivElement>(null);
  useCombobox(input, list, open, (at) => {
    const choice = choices[at];
    if (choice) take(choice);
  });
  return (
    <search>
      <form
        className={styles.boxRow}
        onSubmit={submit}
        data-way={way}
        data-asked={(request.q !== '' && way === 'words') || undefined}
      >
        <div className={styles.asking}>
          <Ask way={way} set={setWay} text={text} setText={setText} request={request} change={change} />
          {way === 'words' ? (
            <div className={styles.box}>
              <input
                dir={text ? 'auto' : undefined}
                ref={input}
                id="query"
                type="search"
                role="combobox"
                aria-label={say('search.searchForATopicTitlePerson')}
                aria-expanded={open}
                aria-controls={`${id}list`}
                aria-autocomplete="list"
                value={text}
                onChange={(e) => {
                  readyForKeys();
                  setText(e.target.value);
                  setTyping(true);
                }}
                onKeyDown={(e) => {
                  if (e.key === 'Escape' && open) {
                    e.preventDefault();
                    setTyping(false);
                  }
                }}
                onBlur={() => setTyping(false)}
                placeholder={say('search.aTopicATitleAPerson')}
                autoComplete="off"
                spellCheck={false}
              />
              <div
                ref={list}
                id={`${id}list`}
                role="listbox"
                aria-label={say('search.suggestions')}
                className={styles.suggestions}
                hidden={!open}
              >
                {choices.map((c, i) => (
                  <div
                    key={`${c.word}${c.text}`}
                    id={`${id}${i}`}
                    role="option"
                    tabIndex={-1}
                    aria-selected={false}
                    data-at={i}
                    onMouseDown={(e) => e.preventDefault()}
                  >
                    <span>{c.word}</span>
                    <b>{c.text}</b>
                    <span>{c.hint}</span>
                  </div>
                ))}
              </div>
            </div>
          ) : (
            <Suspense fallback={<div className={styles.box} />}>
              {way === 'fields' ? (
                <ByFields q={text} request={request} change={change} set={setText} />
              ) : (
                <Commands text={text} set={setText} fault={fault} />
              )}
            </Suspense>
          )}
        </div>
        <div className={styles.need}>
          <DateField
            label={say('search.needBy')}
            value={need}
            change={setNeed}
            fault={past ? say('search.needByLiesInThePast') : undefined}
          />
        </div>
        <button type="submit" className={kit.main}>
          {say('search.search')}
        </button>
      </form>
    </search>
  );
}

/** Switches between the ways of asking. The same search stands in each; switching loses nothing. */
function Ask({
  way,
  set,
  text,
  setText,
  request,
  change,
}: {
  way: WayOfAsking;
  set: (w: WayOfAsking) => void;
  text: string;
  setText: (t: string) => void;
  request: SearchRequest;
  change: (r: SearchRequest) => void;
}) {
  const [said, setSaid] = useState('');
  const go = async (to: WayOfAsking) => {
    const syntaxes = await import('./syntaxes');
    const next =
      to === 'cql' ? syntaxes.plainToCql(text) : way === 'cql' ? syntaxes.cqlToPlain(text) : { text };
    if ('problem' in next) {
      setSaid(say('search.thisCantBeReadYetSo', { problem: next.problem }));
      return;
    }
    setSaid('');
    setText(next.text);
    set(to);
    const syntax = to === 'cql' ? 'cql' : 'plain';
    if (request.q.trim() && request.syntax !== syntax) change({ ...request, q: next.text, syntax });
  };
  const option = (name: WayOfAsking, label: string) => (
    <button type="button" className={styles.way} aria-pressed={way === name} onClick={() => void go(name)}>
      {label}
    </button>
  );
  return (
    <div className={styles.askRow}>
      <fieldset className={styles.waysOfAsking}>
        <legend className="sr">{say('search.howToAsk')}</legend>
        {option('words', say('search.inWords'))}
        {option('fields', say('search.byFields'))}
        {option('cql', say('search.inCql'))}
      </fieldset>
      {said && (
        <p className={shared.fault} role="alert">
          {said}
        </p>
      )}
    </div>
  );
}
