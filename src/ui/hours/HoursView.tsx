/**
 * An hour with a librarian: who knows the subject of what is brought along, when they are free, and the hours
 * that the reader has.
 */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useEffect, useId, useRef, useState } from 'react';
import { appointmentsOf, lookAfter, takeHour } from '../../browser/appointments';
import { getGuidance } from '../../browser/client';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import type { Appointment } from '../../core/appointments/appointment';
import { byFit, type FreeStart } from '../../core/appointments/free';
import { subjectName, subjectsOf } from '../../core/discovery/guidance';
import type { Librarian } from '../../core/model/librarian';
import { parseLocal } from '../../core/model/time';
import { say } from '../../words/generated/hours';
import { sayList } from '../../words/say';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { signInHref } from '../kit/signIn';
import { useKept } from '../kit/useKept';
import { useMustSignIn } from '../kit/useMustSignIn';
import { FreeHours } from './FreeHours';
import styles from './hours.module.css';
import { hourText, OwnHours } from './OwnHours';
import { type Brought, useBrought } from './useBrought';

const LONGEST = 4000;
/** What was written stays while one signs in; in a browser that keeps nothing it does not. */
const DRAFT = 'legendum.hour';
const draft = {
  read(): string {
    try {
      return sessionStorage.getItem(DRAFT) ?? '';
    } catch {
      return '';
    }
  },
  keep(text: string): void {
    try {
      sessionStorage.setItem(DRAFT, text);
    } catch {
      // Site data is blocked; the page says so already.
    }
  },
};

/** What of the choice stands in the address: whom, which hour, from which day on it is looked. */
function useChoice() {
  const [params, setParams] = useState(() => new URLSearchParams(window.location.search));
  const put = (changes: Readonly<Record<string, string>>) => {
    const next = new URLSearchParams(window.location.search);
    for (const [name, value] of Object.entries(changes))
      if (value) next.set(name, value);
      else next.delete(name);
    window.history.replaceState(null, '', `?${next}`);
    setParams(next);
  };
  return { of: (name: string) => params.get(name) ?? '', put };
}

function TakeIt({
  librarian,
  start,
  brought,
  moving,
  done,
  leave,
}: {
  librarian: Librarian;
  start: FreeStart;
  brought: Brought | null;
  moving: Appointment | null;
  done: (taken: Appointment) => void;
  leave: () => void;
}) {
  const { info, reader, moment } = useHere();
  const mustSignIn = useMustSignIn();
  const id = useId();
  const head = useRef<HTMLHeadingElement>(null);
  const minutes = info.policy.appointments?.minutes ?? 0;
  const campus = info.campuses.find((c) => c.id === start.campus);
  const [online, setOnline] = useState(moving ? moving.campus === '' : false);
  const [note, setNote] = useState(() => moving?.note ?? draft.read());
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState('');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the focus goes along with every choice
  useEffect(() => head.current?.focus(), [start.at]);
  const when = hourText({ start: start.at, minutes }, moment.at);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (busy) return;
    setBusy(true);
    setSaid('');
    try {
      const taken = await takeHour(
        theStore(),
        {
          reader: reader.id,
          librarian: librarian.id,
          name: librarian.name,
          start: start.at,
          minutes,
          campus: !campus || (online && librarian.online) ? '' : campus.id,
          note,
          // What is moved keeps what it is about.
          ...(moving ? alongOf(moving) : { ...brought?.as, attach: brought?.attach ?? [] }),
        },
        moving,
        moment,
      );
      if (!moving) draft.keep('');
      done(taken);
    } catch (error) {
      setSaid(notKept(error));
      setBusy(false);
    }
  };
  return (
    <form className={styles.take} onSubmit={(e) => void submit(e)} aria-labelledby={`${id}-head`}>
      <h3 id={`${id}-head`} ref={head} tabIndex={-1}>
        {moving
          ? say('hours.moveTo', { from: hourText(moving, moment.at), to: when })
          : say('hours.takeHead', { when, name: librarian.name })}
      </h3>
      {campus && librarian.online ? (
        <fieldset>
          <legend>{say('hours.where')}</legend>
          {[false, true].map((o) => (
            <label key={String(o)} className={kit.check}>
              <input type="radio" name={id} checked={online === o} onChange={() => setOnline(o)} />
              <span>{o ? say('hours.online') : say('hours.onCampus', { name: campus.name })}</span>
            </label>
          ))}
        </fieldset>
      ) : (
        <p>{campus ? say('hours.onlyOnCampus', { name: campus.name }) : say('hours.onlyOnline')}</p>
      )}
      <label htmlFor={`${id}-note`}>{say('hours.note')}</label>
      <textarea
        id={`${id}-note`}
        className={kit.writing}
        rows={3}
        maxLength={LONGEST}
        value={note}
        onChange={(e) => {
          setNote(e.target.value);
          if (!moving) draft.keep(e.target.value);
        }}
      />
      <p className={styles.quiet}>{say('hours.whatTheyGet', { name: librarian.name })}</p>
      <div className={styles.acts}>
        {mustSignIn ? (
          <a className={kit.main} href={signInHref()}>
            {say('hours.signInToTake')}
          </a>
        ) : (
          <button type="submit" className={kit.main} aria-disabled={busy}>
            {say(moving ? 'hours.moveIt' : 'hours.take')}
          </button>
        )}
        <button type="button" className={kit.link} onClick={leave}>
          {say('hours.notThis')}
        </button>
        <p role="alert">{said}</p>
      </div>
    </form>
  );
}
const alongOf = ({ title, record, search, pile, attach }: Appointment) => ({
  attach,
  ...(title ? { title } : {}),
  ...(record ? { record } : {}),
  ...(search ? { search } : {}),
  ...(pile ? { pile } : {}),
});

function Librarians({
  librarians,
  map,
  fitting,
  chosen,
  choose,
}: {
  librarians: readonly Librarian[];
  map: Parameters<typeof subjectName>[1];
  /** Subjects of what is brought along. */
  fitting: readonly string[];
  chosen: string;
  choose: (id: string) => void;
}) {
  return (
    <fieldset className={styles.librarians}>
      <legend>{say('hours.whom')}</legend>
      {librarians.map((l) => {
        const fits = l.subjects.filter((s) => fitting.includes(s));
        return (
          <label key={l.id} data-chosen={l.id === chosen || undefined}>
            <input type="radio" name="librarian" checked={l.id === chosen} onChange={() => choose(l.id)} />
            <span>
              <b>{l.name}</b>
              {fits.length > 0 && (
                <span className={kit.tag}>
                  {say('hours.fits', { subjects: sayList(fits.map((s) => subjectName(s, map))) })}
                </span>
              )}
              <span className={styles.about}>{l.about}</span>
              <span className={styles.subjects}>
                {l.subjects.map((s) => subjectName(s, map)).join(' · ')}
              </span>
            </span>
          </label>
        );
      })}
    </fieldset>
  );
}

function Hours() {
  const { info, reader, moment } = useHere();
  const client = useQueryClient();
  const choice = useChoice();
  const { brought, pending, missing, leave } = useBrought(true);
  const map = useQuery({ queryKey: ['guidance'], queryFn: getGuidance, staleTime: Number.POSITIVE_INFINITY });
  const own = useKept(() => appointmentsOf(theStore(), reader.id), [reader.id], []) ?? [];
  const [movingId, setMoving] = useState('');
  const [start, setStart] = useState<FreeStart | null>(() =>
    parseLocal(choice.of('start')) === null
      ? null
      : { at: choice.of('start'), campus: choice.of('campus') || null },
  );
  const [done, setDone] = useState('');
  const said = useRef<HTMLParagraphElement>(null);
  // Who took an hour goes on from what came of it.
  useEffect(() => {
    if (done) said.current?.focus();
  }, [done]);
  const mustSignIn = useMustSignIn();
  useEffect(() => {
    // Whether all of it stands: a librarian may have called one off. Where nobody answers, it is shown as it was.
    if (!mustSignIn) lookAfter(theStore(), reader.id, moment).catch(() => undefined);
  }, [reader.id, moment, mustSignIn]);
  const moving = own.find((h) => h.id === movingId && h.state === 'taken') ?? null;
  if (!info.hours) return <p className={styles.quiet}>{say('hours.nobody')}</p>;
  const fitting =
    brought && map.data ? subjectsOf(brought.words, brought.headings, map.data.topics).slice(0, 3) : [];
  const librarians = byFit(map.data?.librarians ?? [], fitting);
  const wanted = moving?.librarian ?? choice.of('librarian');
  const librarian = librarians.find((l) => l.id === wanted) ?? librarians[0];
  const pick = (next: FreeStart | null) => {
    setStart(next);
    setDone('');
    choice.put({
      start: next?.at ?? '',
      campus: next?.campus ?? '',
      ...(next && librarian ? { librarian: librarian.id } : {}),
    });
  };
  const change = (hour: Appointment | null) => {
    setMoving(hour?.id ?? '');
    pick(null);
  };
  return (
    <>
      {brought && (
        <p className={styles.brought}>
          <span>{say('hours.goesAlong')}</span> <a href={brought.href}>{brought.title}</a>{' '}
          <button type="button" className={kit.link} onClick={leave}>
            {say('hours.leaveItOut')}
          </button>
        </p>
      )}
      {missing && <p className={styles.brought}>{say('hours.missing')}</p>}
      <p role="status" ref={said} tabIndex={-1} className={done ? styles.done : 'sr'}>
        {done}
      </p>
      <OwnHours
        hours={own}
        moving={moving?.id ?? ''}
        move={change}
        changed={() => void client.invalidateQueries({ queryKey: ['hours'] })}
      />
      {map.isPending && <p className={styles.quiet}>{say('hours.looking')}</p>}
      {map.data && !librarians.length && <p className={styles.quiet}>{say('hours.nobody')}</p>}
      {map.isError && <Failure error={map.error} again={() => void map.refetch()} />}
      <div className={styles.choosing} aria-busy={pending}>
        {!pending && librarians.length > 0 && (
          <Librarians
            map={map.data ?? {}}
            librarians={moving ? librarians.filter((l) => l.id === moving.librarian) : librarians}
            fitting={fitting}
            chosen={librarian?.id ?? ''}
            choose={(id) => {
              pick(null);
              choice.put({ librarian: id, from: '' });
            }}
          />
        )}
        {!pending && librarian && (
          <div>
            <FreeHours
              librarian={librarian}
              from={choice.of('from')}
              look={(from) => choice.put({ from })}
              chosen={start?.at ?? ''}
              moving={moving?.start ?? ''}
              choose={pick}
            />
            {start && (
              <TakeIt
                key={moving?.id ?? ''}
                librarian={librarian}
                start={start}
                brought={brought}
                moving={moving}
                leave={() => pick(null)}
                done={(taken) => {
                  setMoving('');
                  pick(null);
                  setDone(
                    say(moving ? 'hours.moved' : 'hours.taken', {
                      when: hourText(taken, moment.at),
                      name: taken.name,
                    }),
                  );
                  void client.invalidateQueries({ queryKey: ['hours'] });
                }}
              />
            )}
          </div>
        )}
      </div>
    </>
  );
}

export default function HoursView() {
  return (
    <AskingApp>
      <div className={styles.view}>
        <h1>{say('hours.title')}</h1>
        <p className={styles.lead}>
          {say('hours.lead')}{' '}
          <a href={`/ask${typeof window === 'undefined' ? '' : window.location.search}`}>
            {say('hours.orAsk')}
          </a>
        </p>
        <Hours />
      </div>
    </AskingApp>
  );
}
