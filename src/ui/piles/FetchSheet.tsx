/**
 * The fetch sheet: what of a pile stands on shelves, in walking order, to print or on the phone; ticked off as
 * it is found. What is not on its shelf goes on by its next best way.
 */
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { getWays } from '../../browser/client';
import { alterItem } from '../../browser/piles';
import { theStore } from '../../browser/store';
import { recordHref } from '../../core/model/address';
import { parseDay } from '../../core/model/time';
import { type FetchStop, fetchSheet, type Shelf, shelfId } from '../../core/piles/fetchSheet';
import type { Pile, PileItem } from '../../core/piles/pile';
import { say } from '../../words/generated/piles';
import { itemLine } from '../../words/labels';
import { sayJoined, sayList } from '../../words/say';
import { pair } from '../../words/within';
import { slipHref } from '../item/links';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import styles from './piles.module.css';
import sheetStyles from './sheet.module.css';
import { type PileLine, shelvesOf } from './usePileLines';
import { pileName } from './usePiles';

const put = (item: PileItem, fields: Partial<PileItem>): void => void alterItem(theStore(), item, fields);

/** What else would bring what was not on its shelf. */
function NextBest({ line, needBy }: { line: PileLine; needBy: string }) {
  const { moment } = useHere();
  const { item } = line;
  const query = useQuery({
    queryKey: ['ways', item.record, moment, needBy],
    queryFn: () => getWays(item.record, moment, needBy),
    enabled: item.record !== '',
  });
  if (!query.data) return null;
  const next = query.data.ways.find((w) => w.setsWait && (w.action.do === 'open' || w.action.do === 'slip'));
  if (!next) return <span>{say('piles.nextBestNone')}</span>;
  const text = say('piles.nextBest', { title: next.title, label: next.label });
  const { action } = next;
  return (
    <span>
      {text}{' '}
      {action.do === 'open' ? (
        <a href={action.href} target="_blank" rel="noopener">
          {say('piles.read')}
        </a>
      ) : action.do === 'slip' ? (
        <a href={slipHref(item.record, action, parseDay(needBy))}>{say('piles.makeSlip')}</a>
      ) : null}
    </span>
  );
}

function Stop({ stop, line }: { stop: FetchStop; line: PileLine }) {
  const { info } = useHere();
  const { item, csl } = line;
  // Ticked at once; the store follows.
  const [got, setGot] = useState(item.got ?? false);
  useEffect(() => setGot(item.got ?? false), [item.got]);
  const name = (id: string): string => info.campuses.find((c) => c.id === id)?.name ?? id;
  const places = (list: readonly Shelf[]): string =>
    sayList(list.map((s) => sayJoined([name(s.campus), s.location, s.callNumber].filter(Boolean))));
  return (
    <li className={sheetStyles.stop} data-got={got || undefined}>
      <input
        type="checkbox"
        className={sheetStyles.big}
        checked={got}
        aria-label={say('piles.gotIt', { title: csl.title })}
        onChange={(e) => {
          setGot(e.target.checked);
          put(item, { got: e.target.checked });
        }}
      />
      <b className={sheetStyles.callNumber}>{stop.shelf.callNumber}</b>
      <div>
        <p className={sheetStyles.stopTitle}>
          {item.record ? <a href={recordHref(item.record)}>{csl.title}</a> : csl.title}
        </p>
        <p className={styles.quiet}>
          {[
            itemLine({ id: '', ...csl }),
            stop.shelf.location ? '' : say('piles.printedShelf'),
            stop.shelf.premises ? say('piles.premises') : '',
            stop.elsewhere.length ? say('piles.alsoAt', { places: places(stop.elsewhere) }) : '',
          ]
            .filter(Boolean)
            .join(' / ')}
        </p>
        {item.note && <p className={sheetStyles.stopNote}>{item.note}</p>}
      </div>
      {!got && (
        <button
          type="button"
          className={`${kit.link} ${sheetStyles.noPrint}`}
          aria-label={say('piles.notThereOf', { title: csl.title })}
          onClick={() => put(item, { notAt: [...(item.notAt ?? []), shelfId(stop.shelf)] })}
        >
          {say('piles.notThere')}
        </button>
      )}
    </li>
  );
}

export function FetchSheet({
  pile,
  lines,
  back,
}: {
  pile: Pile;
  lines: readonly PileLine[];
  back: () => void;
}) {
  const { info, reader } = useHere();
  const own = info.campuses.filter((c) => c.id === reader.campus);
  const walk = [...own, ...info.campuses.filter((c) => c.id !== reader.campus)].map((c) => c.id as string);
  // What can be read online at once needs no walk; what was fetched stays, ticked.
  const onShelves = lines.filter((l) => l.item.got || (l.standing !== 'now' && l.standing !== 'hand'));
  const byId = new Map(onShelves.map((l) => [l.item.id, l]));
  const sheet = fetchSheet(
    onShelves.map((l) => ({ id: l.item.id, shelves: shelvesOf(l) })),
    walk,
  );
  const stops = sheet.flatMap((c) => c.levels.flatMap((l) => l.stops));
  const placed = new Set(stops.map((s) => s.id));
  const missing = onShelves.filter((l) => l.item.notAt?.length && !placed.has(l.item.id));
  return (
    <section className={sheetStyles.sheet} aria-label={say('piles.fetchSheet')}>
      <header className={sheetStyles.sheetHead}>
        <button type="button" className={`${kit.link} ${sheetStyles.noPrint}`} onClick={back}>
          {say('piles.back')}
        </button>
        <h1>{pair(say('piles.fetchSheet'), pileName(pile))}</h1>
        <p>{stops.length ? say('piles.fetchLead', { n: stops.length }) : say('piles.nothingToFetch')}</p>
        {stops.length > 0 && (
          <button
            type="button"
            className={`${kit.main} ${sheetStyles.noPrint}`}
            onClick={() => window.print()}
          >
            {say('piles.print')}
          </button>
        )}
      </header>
      {sheet.map(({ campus, levels }) => (
        <section key={campus}>
          <h2>{info.campuses.find((c) => c.id === campus)?.name ?? campus}</h2>
          {levels.map(({ location, stops: here }) => (
            <div key={location}>
              {location && <h3>{location}</h3>}
              <ul>
                {here.map((stop) => {
                  const line = byId.get(stop.id);
                  return line ? <Stop key={stop.id} stop={stop} line={line} /> : null;
                })}
              </ul>
            </div>
          ))}
        </section>
      ))}
      {missing.length > 0 && (
        <section>
          <h2>{say('piles.notFound')}</h2>
          <ul>
            {missing.map((line) => (
              <li key={line.item.id} className={sheetStyles.missing}>
                <p className={sheetStyles.stopTitle}>{line.csl.title}</p>
                <p className={styles.quiet}>
                  <NextBest line={line} needBy={pile.needBy} />
                  {' · '}
                  <button type="button" className={kit.link} onClick={() => put(line.item, { notAt: [] })}>
                    {say('piles.lookAgain')}
                  </button>
                </p>
              </li>
            ))}
          </ul>
        </section>
      )}
    </section>
  );
}
