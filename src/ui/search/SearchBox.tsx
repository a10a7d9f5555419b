import { type FormEvent, useState } from 'react';
import type { SearchRequest } from '../../core/query/request';
import { dayOf, isoDay, type Minutes, parseDay, parseLocal } from '../../core/time';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './search.module.css';

/** One wide box and the day by which the thing is needed. */
export function SearchBox({ request, change }: { request: SearchRequest; change: (r: SearchRequest) => void }) {
  const { moment } = useHere();
  const [text, setText] = useState(request.q);
  const [need, setNeed] = useState(request.needBy === null ? '' : isoDay(request.needBy));
  const today = isoDay(dayOf(parseLocal(moment.at) as Minutes));
  const past = need !== '' && need < today;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change({ ...request, q: text.trim(), needBy: past ? null : parseDay(need) });
  };
  return (
    <search>
      <form className={styles.boxRow} onSubmit={submit}>
        <label className={styles.box}>
          <span className="sr">Search for a topic, title, person or number</span>
          <input
            id="query"
            type="search"
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder="A topic, a title, a person"
            autoComplete="off"
            spellCheck={false}
          />
        </label>
        <label className={styles.need}>
          <span>Need by</span>
          <input
            type="date"
            value={need}
            min={today}
            aria-invalid={past}
            aria-describedby={past ? 'need-past' : undefined}
            onChange={(e) => setNeed(e.target.value)}
          />
        </label>
        <button type="submit" className={kit.main}>
          Search
        </button>
        {past && (
          <p id="need-past" className={styles.fault} role="alert">
            Need by lies in the past. Choose today or later; the search goes ahead without a day.
          </p>
        )}
      </form>
    </search>
  );
}
