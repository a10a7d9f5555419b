import { describe, expect, expectTypeOf, it } from 'vitest';
import '../../words/generated/shape';
import { say } from '../../words/say';
import { schemaOf, shapeFault } from './schema';
import {
  also,
  byName,
  closed,
  either,
  isoDay,
  listOf,
  localTime,
  maybe,
  notBelow,
  oneOf,
  orNull,
  otherwise,
  type Shaped,
  shape,
  share,
  text,
  type Value,
  whole,
  wrongIn,
  yesOrNo,
} from './shape';

const visit = closed({
  day: isoDay(),
  at: maybe(localTime()),
  sort: oneOf(['walk', 'bus']),
  stops: listOf(whole(0, 9), 3, 1),
  note: otherwise(text(10), ''),
  seat: orNull(whole(1, 99)),
  tolls: byName(share()),
});
type Visit = Shaped<typeof visit>;
interface Written {
  readonly day: string;
  readonly at?: string;
  readonly sort: 'walk' | 'bus';
  readonly stops: readonly number[];
  readonly note: string;
  readonly seat: number | null;
  readonly tolls: Readonly<Record<string, number>>;
}
const GOOD = { day: '2026-11-02', sort: 'bus', stops: [1, 2], seat: null, tolls: { bridge: 0.5 } };

/** The message of the first fault; empty when there is none. */
const faultOf = (of: Value<unknown>, value: unknown): string => {
  const { error } = schemaOf(of).validate(value, { convert: false });
  return error?.details[0] ? say(shapeFault(error.details[0])) : '';
};

describe('a shape', () => {
  it('is a type as well', () => {
    expectTypeOf<Visit>().toExtend<Written>();
    expectTypeOf<Written>().toExtend<Visit>();
    expect(faultOf(visit, GOOD)).toBe('');
  });
  it('fills in what may be left out', () =>
    expect(schemaOf(visit).validate(GOOD).value).toEqual({ ...GOOD, note: '' }));
  it.each<[string, unknown, string]>([
    ['day', undefined, 'day is missing'],
    ['day', '2026-02-30', 'day is not a day: write it as 2026-11-13'],
    ['day', 20261102, 'day must be a text'],
    ['at', 'soon', 'at is not a local time: write it as 2026-11-02T09:10'],
    ['sort', 'swim', 'sort must be one of walk, bus'],
    ['stops', 'two', 'stops must be a list'],
    ['stops', [], 'stops has fewer than 1 entries'],
    ['stops', [1, 2, 3, 4], 'stops has more than 3 entries'],
    ['stops', [1, 2.5], 'stops[1] must be a whole number'],
    ['stops', [1, 10], 'stops[1] must be at most 9'],
    ['note', 'more than ten', 'note is longer than 10 characters: shorten it'],
    ['seat', 0, 'seat must be at least 1'],
    ['seat', 'window', 'seat must be a number'],
    ['tolls', { bridge: 2 }, 'tolls.bridge must be at most 1'],
    ['tolls', null, 'tolls must be an object with fields'],
    ['colour', 'red', 'colour is not known here'],
  ])('says what is wrong with %s when it is %j', (name, value, said) =>
    expect(faultOf(visit, { ...GOOD, [name]: value })).toBe(said),
  );
  it('that is open lets through what it does not know', () =>
    expect(schemaOf(shape({ a: yesOrNo() })).validate({ a: true, b: 1 }).value).toEqual({ a: true, b: 1 }));
  it('can be held against itself: one field against another, the whole against a rule', () => {
    const days = closed({ median: whole(0, 9), likely: notBelow('median', whole(0, 9)) });
    expect(faultOf(days, { median: 3, likely: 2 })).toBe('likely must be at least median');
    expect(faultOf(days, { median: 3, likely: 3 })).toBe('');
    const span = also(closed({ from: isoDay(), to: isoDay() }), 'span', ({ from, to }) => from <= to);
    expect(faultOf(span, { from: '2026-11-02', to: '2026-11-01' })).toContain('ends before it begins');
    expect(faultOf(span, { from: '2026-11-01', to: '2026-11-01' })).toBe('');
  });
  it('may be one of several', () => {
    const to = either(shape({ to: oneOf(['shelf']), level: whole(0, 9) }), shape({ to: oneOf(['post']) }));
    expectTypeOf<{ readonly to: 'shelf'; readonly level: number }>().toExtend<Shaped<typeof to>>();
    expectTypeOf<{ readonly to: 'shelf' }>().not.toExtend<Shaped<typeof to>>();
    expectTypeOf<{ readonly to: 'post' }>().toExtend<Shaped<typeof to>>();
    expect(faultOf(to, { to: 'post' })).toBe('');
    expect(faultOf(to, { to: 'moon' })).not.toBe('');
  });
  it('has no way around by names that every object has', () => {
    expect(faultOf(visit, JSON.parse('{"__proto__": {"day": "2026-11-02"}}'))).not.toBe('');
    expect(faultOf(visit, { ...GOOD, constructor: 1 })).toBe('constructor is not known here');
  });
});

describe('what was ours already', () => {
  it('is looked through for its sorts: lengths and bounds are let pass, and what else there is', () => {
    const stored = { ...GOOD, note: 'much longer than ten', seat: 1000, colour: 'red' };
    expect(faultOf(visit, stored)).not.toBe('');
    expect(wrongIn(visit, stored)).toBeNull();
  });
  it('may lack what may be left out, what may be null and what something stands for', () =>
    expect(wrongIn(visit, { day: '2026-11-02', sort: 'walk', stops: [1], tolls: {} })).toBeNull());
  it.each<[string, unknown, string]>([
    ['day', undefined, 'day'],
    ['day', 'soon', 'day'],
    ['sort', 'swim', 'sort'],
    ['stops', [1, 'two'], 'stops[1]'],
    ['stops', {}, 'stops'],
    // What must have a first is nothing without one, however long it may be.
    ['stops', [], 'stops'],
    ['tolls', { bridge: '0.5' }, 'tolls.bridge'],
    ['seat', Number.NaN, 'seat'],
  ])('with %s as %j is odd at %s', (name, value, path) =>
    expect(wrongIn(visit, { ...GOOD, [name]: value })).toBe(path),
  );
  it.each([null, undefined, 7, 'text', [GOOD]])('is no thing with fields: %j', (value) =>
    expect(wrongIn(visit, value)).toBe('the whole'),
  );
});
