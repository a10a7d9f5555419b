/** Keeping things: into the pile used last with one gesture, into another with two. */
import type { FormEvent } from 'react';
import { addReadings, coursesOf, readingOf } from '../../browser/courses';
import type { ToKeep } from '../../browser/piles';
import { theStore } from '../../browser/store';
import type { OwnCourse } from '../../core/courses/course';
import { recordHref } from '../../core/model/address';
import { isAside, keyOf, type Pile } from '../../core/piles/pile';
import { say } from '../../words/generated/keep';
import '../../words/generated/kit';
import { Cite } from '../cite/Cite';
import { useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import { CopyLink, MailThem } from '../share/Share';
import styles from './keep.module.css';
import { type Keeping, type Piles, pileHref, pileName, useKeeping, usePiles } from './usePiles';

/** `Set aside`, or into which pile. */
export const putLabel = (pile: Pile): string =>
  isAside(pile) ? say('keep.setAside') : say('keep.putInto', { pile: pileName(pile) });

/** The piles to choose from, and a new one. */
export function PileChoice({
  piles,
  pick,
  make,
}: {
  piles: readonly Pile[];
  pick: (pile: Pile) => void;
  make: (name: string) => void;
}) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('name') ?? '').trim();
    if (name) make(name);
  };
  return (
    <div className={styles.choice}>
      <p className={kit.legend}>{say('keep.putIntoWhich')}</p>
      <ul>
        {piles.map((p) => (
          <li key={p.id}>
            <button type="button" className={kit.link} onClick={() => pick(p)}>
              {pileName(p)}
            </button>
          </li>
        ))}
      </ul>
      <form onSubmit={submit}>
        <label>
          <span>{say('keep.newPile')}</span>
          <input name="name" maxLength={200} required autoComplete="off" aria-label={say('keep.itsName')} />
        </label>
        <button type="submit" className={kit.main}>
          {say('keep.makeIt')}
        </button>
      </form>
    </div>
  );
}

/** The reader's own courses: what is chosen is read for the meeting that comes next. */
function CourseChoice({
  things,
  keeping,
  close,
}: {
  things: readonly ToKeep[];
  keeping: Keeping;
  close: () => void;
}) {
  const { reader, moment } = useHere();
  const courses = useKept(() => coursesOf(theStore(), reader.id), [reader.id], NO_COURSES) ?? NO_COURSES;
  if (!courses.length) return null;
  const put = async ({ id, name }: OwnCourse) => {
    const done = await addReadings(theStore(), { id, now: moment.at }, things.map(readingOf));
    if (done)
      keeping.tell(
        say('keep.readFor', {
          n: done.added,
          left: done.left,
          course: name,
          title: things[0]?.csl.title ?? '',
        }),
        done.undo,
      );
    close();
  };
  return (
    <div className={styles.choice}>
      <p className={kit.legend}>{say('keep.orForACourse')}</p>
      <ul>
        {courses.map((c) => (
          <li key={c.id}>
            <button type="button" className={kit.link} onClick={() => void put(c)}>
              {c.code ? `${c.code} ${c.name}` : c.name}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
const NO_COURSES: OwnCourse[] = [];

/** Another pile than the one used last. */
export function IntoAnother({
  things,
  piles,
  keeping,
  title,
}: {
  things: readonly ToKeep[];
  piles: Piles;
  keeping: Keeping;
  title: string;
}) {
  return (
    <Popover
      className={kit.link}
      label={say('keep.anotherPile')}
      describe={say('keep.chooseAPile', { title })}
    >
      {(close) => (
        <>
          <PileChoice
            piles={piles.piles}
            pick={(p) => void keeping.put(things, p).then(close)}
            make={(name) => void keeping.putIntoNew(things, name).then(close)}
          />
          <CourseChoice things={things} keeping={keeping} close={close} />
        </>
      )}
    </Popover>
  );
}

/** What was just put where, with the way back. */
export const KeptSaid = ({ keeping, className }: { keeping: Keeping; className?: string | undefined }) => {
  const { done, takeBack } = keeping;
  return (
    <Undo
      said={
        done && (
          <>
            {done.said}
            {done.pile && (
              <>
                {' · '}
                <a href={pileHref(done.pile)}>{say('keep.open')}</a>
              </>
            )}
          </>
        )
      }
      back={done?.undo ? takeBack : null}
      className={className}
    />
  );
};

/** Keeps one thing: on its page, in the pane. */
export function Keep({ thing }: { thing: ToKeep }) {
  const piles = usePiles();
  const keeping = useKeeping();
  const names = piles.namesOf(thing);
  return (
    <>
      {names && <span className={styles.isIn}>{say('keep.isIn', { piles: names })} · </span>}
      <button type="button" className={kit.link} onClick={() => void keeping.put([thing], piles.last)}>
        {putLabel(piles.last)}
      </button>
      {' · '}
      <IntoAnother things={[thing]} piles={piles} keeping={keeping} title={thing.csl.title} />
      {' · '}
      <Cite things={() => [{ key: keyOf(thing.record, thing.csl), csl: thing.csl }]} />
      {' · '}
      <MailThem things={() => [thing]} />
      {thing.record && (
        <>
          {' · '}
          <CopyLink href={() => recordHref(thing.record)} />
        </>
      )}
      <KeptSaid keeping={keeping} className={styles.said} />
    </>
  );
}
