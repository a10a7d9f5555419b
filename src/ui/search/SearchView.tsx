/** The search view: one address is one state; everything seen here can be shared and comes back with Back. */

import {
  type ComponentProps,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useRef,
  useState,
} from 'react';
import { part } from '../../browser/parts';
import type { Moment } from '../../core/discovery/answers';
import {
  leftBehind,
  NEW_SEARCH,
  NOTHING_KEPT,
  newWords,
  printRequest,
  readRequest,
  type SearchRequest,
} from '../../core/query/request';
import { own } from '../../core/table';
import { say } from '../../words/generated/search';
import { adjust, go, useAddress } from '../kit/address';
import { App, useHere } from '../kit/app';
import { useKeys } from '../kit/keys';
import type { LeftBehind, SearchFault } from './Answered';
import { FirstVisit } from './FirstVisit';
import { SearchBox, type WayOfAsking, type Words } from './SearchBox';
import styles from './view.module.css';

let answered: typeof import('./Answered') | null = null;
const loadAnswered = () =>
  import('./Answered').then((m) => {
    answered = m;
    return m;
  });
const Fetched = part(loadAnswered);
/** As it is where it has come: what is still fetched when it is drawn is shown a third of a second later (React). */
function Answered(props: ComponentProps<typeof Fetched>) {
  const [View] = useState(() => answered?.default ?? Fetched);
  return <View {...props} />;
}
/** The question leaves at once; what did not come is said where it is drawn. */
function ahead(request: SearchRequest, moment: Moment): void {
  // At once, where it can be: a promise that is kept already would still wait for all that is drawn.
  if (answered) answered.askAhead(request, moment);
  else
    loadAnswered().then(
      (m) => m.askAhead(request, moment),
      () => undefined,
    );
}
// An address with a search needs it at once; a first visit needs it with the first search.
// What does not come now is asked for again when it is drawn, and said there.
if (typeof window !== 'undefined')
  setTimeout(() => loadAnswered().catch(() => null), window.location.search.includes('q=') ? 0 : 2500);

function Search() {
  const { reader, settings, moment } = useHere();
  const address = useAddress();
  const request = readRequest(address);
  const searched = address.has('q');
  // The first answer is much to draw at once: it is drawn in pieces, behind the word that it is on its way.
  const drawn = useDeferredValue(searched, false);
  const [left, setLeft] = useState<LeftBehind | null>(null);
  const [fault, setFault] = useState<SearchFault | null>(null);
  const [chosen, setWay] = useState<WayOfAsking>('words');
  const way = searched && request.syntax === 'cql' ? 'cql' : searched && chosen === 'cql' ? 'words' : chosen;

  /** Words were asked for just now: the focus goes on to what they find. */
  const asked = useRef(false);
  // Who types on, or turns to something else, stays there.
  useEffect(() => {
    const forget = () => {
      asked.current = false;
    };
    const acts = ['input', 'keydown', 'pointerdown'] as const;
    for (const act of acts) document.addEventListener(act, forget, true);
    return () => {
      for (const act of acts) document.removeEventListener(act, forget, true);
    };
  }, []);
  const change = useCallback(
    (next: SearchRequest) => {
      setLeft(null);
      ahead(next, moment);
      go(printRequest(next));
    },
    [moment],
  );
  const isNow = ([q, , syntax]: Words) => searched && q === request.q && syntax === request.syntax;
  const withWords = ([q, needBy, syntax]: Words): SearchRequest => {
    const kept = own(settings.kept, reader.id) ?? NOTHING_KEPT;
    return { ...newWords(searched ? request : NEW_SEARCH, q, kept), needBy, syntax };
  };
  const ask = (...words: Words) => {
    const [q, needBy] = words;
    if (isNow(words)) {
      change({ ...request, needBy, exact: false });
      return;
    }
    const next = withWords(words);
    const names = searched ? leftBehind(request, next) : [];
    asked.current = true;
    ahead(next, moment);
    go(printRequest(next));
    setLeft(names.length ? { before: request, names, q } : null);
  };
  const show = useCallback((id: string | null, step = true) => {
    const params = new URLSearchParams(window.location.search);
    const was = params.get('item');
    if (id) params.set('item', id);
    else params.delete('item');
    // Moving from item to item is one step for Back, not twenty.
    (step && !(was && id) ? go : adjust)(params);
  }, []);
  useKeys({
    '/': (e) => {
      e.preventDefault();
      document.querySelector<HTMLInputElement>('#query')?.select();
    },
    b: () =>
      document.querySelector<HTMLButtonElement>('[aria-label="Breakdown of the results"] button')?.focus(),
    w: () => document.querySelector<HTMLButtonElement>('button[data-wait]')?.focus(),
  });
  const looking = <p className={styles.left}>{say('search.looking')}</p>;
  return (
    <div className={styles.view}>
      <SearchBox
        key={request.syntax}
        request={searched ? request : NEW_SEARCH}
        ask={ask}
        soon={(...words) => {
          // What fails is asked again, and said, when it is meant.
          if (!isNow(words)) answered?.askSoon(withWords(words), moment).catch(() => undefined);
        }}
        change={change}
        fault={searched ? fault : null}
        way={way}
        setWay={setWay}
      />
      {searched ? (
        <Suspense fallback={looking}>
          {drawn ? (
            <Answered
              request={request}
              open={open(address)}
              left={left}
              asked={asked}
              change={change}
              show={show}
              setFault={setFault}
            />
          ) : (
            looking
          )}
        </Suspense>
      ) : (
        <FirstVisit />
      )}
    </div>
  );
}
const open = (address: URLSearchParams): string | null => address.get('item');

export default function SearchView() {
  return (
    <App>
      <Search />
    </App>
  );
}
