/**
 * The ask-by: the last minute at which asking for a thing still brings it, very likely, by the day on which it
 * is needed. Exact on the calendars: at that minute the ways to read say that it comes in time, a minute later
 * they don't.
 *
 * Asking later never brings a thing sooner, so the last minute is found by halving; `askBy.test.ts` holds that
 * against going through the time step by step. Each moment looked at answers for all ways at once.
 */
import type { AccessItem } from '../access/options';
import type { Vantage } from '../access/vantage';
import { waysToRead } from '../access/ways';
import type { Cents, Route } from '../model/codes';
import type { Message } from '../model/message';
import { addDays, type DayNumber, isoLocal, type Minutes, minutes, startOf } from '../model/time';
import type { Way } from '../model/ways';

/** A way by which it comes in time, if it is asked for by then. */
export interface AskByWay {
  /** The way's id, as `waysToRead` has it. */
  readonly id: string;
  /** open: nothing is to be asked for · go: it is fetched from its shelf · slip: it is asked for. */
  readonly does: 'open' | 'go' | 'slip';
  readonly title: Message;
  readonly place: string;
  readonly titled: boolean;
  /** Of a slip: its road, and from where. */
  readonly route: Route | null;
  readonly from: string | null;
  /** ISO local time; null where nothing has to be asked for. */
  readonly askBy: string | null;
  /** When it very likely comes if it is asked for at that minute; ISO local time. */
  readonly likelyBy: string;
  readonly price: Cents;
}
export interface AskBy {
  /** Without a request first, then what costs least, then what may be asked for last. */
  readonly ways: readonly AskByWay[];
  readonly best: AskByWay | null;
  /** Where nothing brings it in time any more: when it very likely comes if asked for now; null for never. */
  readonly late: string | null;
}

type Doing = Way & { readonly action: Exclude<Way['action'], { readonly do: 'nothing' }> };
/** Ways that bring it in time if they are begun at a moment, by id. */
type InTime = ReadonlyMap<string, Doing>;
const isInTime = (way: Way): way is Doing => way.verdict === 'in-time' && way.action.do !== 'nothing';

/**
 * The ways by which a thing comes by the end of a day, with the last minute of each.
 * @param from `at` is the first minute at which it could be asked for
 * @example askBy(aBook, { ...here, needBy: parseDay('2026-11-20') }).best.askBy // '2026-11-10T23:59'
 */
export function askBy(item: AccessItem, from: Vantage & { readonly needBy: DayNumber }): AskBy {
  const looked = new Map<Minutes, InTime>();
  const inTimeAt = (at: Minutes): InTime => {
    let ways = looked.get(at);
    if (!ways) {
      const list = waysToRead(item, { ...from, at }).ways.filter(isInTime);
      ways = new Map(list.map((w) => [w.id, w]));
      looked.set(at, ways);
    }
    return ways;
  };
  const end = startOf(addDays(from.needBy, 1));
  const last = (id: string): { at: Minutes; way: Doing } => {
    let [good, bad] = [from.at, Math.max(end, from.at + 1) as Minutes];
    while (bad - good > 1) {
      const mid = minutes(Math.floor((good + bad) / 2));
      if (inTimeAt(mid).has(id)) good = mid;
      else bad = mid;
    }
    return { at: good, way: inTimeAt(good).get(id) as Doing };
  };
  const ways = [...inTimeAt(from.at).values()].map((now): AskByWay => {
    const { action } = now;
    const { at, way } = action.do === 'open' ? { at: from.at, way: now } : last(now.id);
    return {
      id: now.id,
      does: action.do,
      title: now.title,
      place: now.place,
      titled: now.titled,
      route: action.do === 'slip' ? action.route : null,
      from: action.do === 'slip' ? action.from : action.do === 'go' ? action.campus : null,
      askBy: action.do === 'open' ? null : isoLocal(at),
      likelyBy: way.ready?.likely ?? isoLocal(at),
      price: now.price,
    };
  });
  ways.sort(byEase);
  return { ways, best: ways[0] ?? null, late: ways.length ? null : soonest(item, from) };
}
const EASE = { open: 0, go: 1, slip: 2 } as const;
function byEase(a: AskByWay, b: AskByWay): number {
  const [x, y] = [a.askBy ?? '', b.askBy ?? ''];
  return (
    EASE[a.does] - EASE[b.does] ||
    a.price - b.price ||
    (x > y ? -1 : x < y ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}
/** When it would come, too late as it is. */
function soonest(item: AccessItem, from: Vantage): string | null {
  const times = waysToRead(item, from)
    .ways.filter((w) => w.setsWait && w.action.do !== 'nothing')
    .flatMap((w) => w.ready?.likely ?? []);
  return times.sort()[0] ?? null;
}
