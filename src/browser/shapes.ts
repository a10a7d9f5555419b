/**
 * What the store should hold, checked when it is read: another version, another program or a cut write may
 * have left something else, and one odd row must not cost the others, nor the page. Light on purpose: every
 * page loads it.
 */
import { isKind } from '../core/model/kinds';
import type { Slip } from '../core/model/slip';
import { STATES } from '../core/model/slipStates';
import { parseLocal } from '../core/model/time';
import type { ReadReference } from '../core/references/read';
import type { KeptReference } from './rows';

/** The path of what is wrong; null when all is well. */
type Check = (value: unknown, path: string) => string | null;
type Fields = Readonly<Record<string, Check>>;

const is =
  (right: (value: unknown) => boolean): Check =>
  (value, path) =>
    right(value) ? null : path;
const text = is((v) => typeof v === 'string');
const number = is((v) => typeof v === 'number' && Number.isFinite(v));
const flag = is((v) => typeof v === 'boolean');
const time = is((v) => typeof v === 'string' && parseLocal(v) !== null);
const among = (list: readonly string[]): Check => is((v) => typeof v === 'string' && list.includes(v));
const maybe =
  (check: Check): Check =>
  (value, path) =>
    value === undefined || value === null ? null : check(value, path);
const list =
  (check: Check): Check =>
  (value, path) => {
    if (!Array.isArray(value)) return path;
    for (const [i, one] of value.entries()) {
      const wrong = check(one, `${path}[${i}]`);
      if (wrong) return wrong;
    }
    return null;
  };
const fields =
  (of: Fields): Check =>
  (value, path) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return path || 'the whole';
    for (const [name, check] of Object.entries(of)) {
      const own = Object.hasOwn(value, name) ? (value as Record<string, unknown>)[name] : undefined;
      const wrong = check(own, path ? `${path}.${name}` : name);
      if (wrong) return wrong;
    }
    return null;
  };

const ITEM =
  'title author container volume issue pages year publisher edition isbn issn doi chapter totalPages'.split(
    ' ',
  );
const promise = fields({
  median: time,
  likely: time,
  chance: number,
  total: number,
  lines: list(fields({ what: text, cents: number })),
});
const slip = fields({
  id: text,
  reader: text,
  record: text,
  wanted: among(['loan', 'article', 'chapter', 'purchase', 'question']),
  route: text,
  from: text,
  item: fields({
    ...Object.fromEntries(ITEM.map((name) => [name, text])),
    kind: is((v) => typeof v === 'string' && isKind(v)),
  }),
  delivery: fields({
    to: among(['pickup', 'email', 'post']),
    campus: maybe(text),
    email: maybe(text),
    address: maybe(text),
  }),
  needBy: text,
  speed: among(['standard', 'fast']),
  limit: text,
  editions: text,
  note: text,
  reference: text,
  commercial: flag,
  declared: flag,
  state: among(STATES),
  created: time,
  changed: time,
  sent: maybe(time),
  promised: maybe(promise),
  agreed: maybe(promise),
  messages: list(
    fields({
      id: text,
      time,
      by: among(['library', 'reader']),
      from: text,
      text,
      status: text,
      event: maybe(text),
      seq: number,
      xml: maybe(list(text)),
    }),
  ),
  file: maybe(text),
  fileUntil: maybe(text),
  due: maybe(text),
  renewals: maybe(number),
  ended: maybe(time),
});
/** What of a row is no slip, by its path; null for a slip. */
export const slipTrouble = (row: unknown): string | null => slip(row, '');
export const isSlip = (row: unknown): row is Slip => slipTrouble(row) === null;

const part = fields({ role: text, start: number, end: number, confidence: number });
const reference = fields({
  id: text,
  ref: fields({
    text,
    parts: list(part),
    csl: fields({ type: text, title: text, author: maybe(list(fields({}))) }),
  }),
});
const UNREAD = (said: string): ReadReference => ({
  text: said,
  parts: [],
  csl: { type: 'document', title: '' },
});
/**
 * Rows of a bibliography; one that can't be read stands there with whatever text it has, to be read again.
 */
export const referencesFrom = (rows: unknown): readonly KeptReference[] =>
  (Array.isArray(rows) ? rows : []).map((row: unknown, i): KeptReference => {
    if (reference(row, '') === null) return row as KeptReference;
    const { id, ref } = (typeof row === 'object' && row !== null ? row : {}) as {
      id?: unknown;
      ref?: { text?: unknown };
    };
    const said = typeof ref?.text === 'string' ? ref.text : (JSON.stringify(row) ?? '');
    return { id: typeof id === 'string' ? id : `odd-${i}`, ref: UNREAD(said) };
  });

/** Rows of which these fields are text; others are passed over, and stay where they are. */
export const rowsWith = <T>(rows: readonly T[], ...names: readonly (keyof T & string)[]): T[] => {
  const check = fields(Object.fromEntries(names.map((name) => [name, text])));
  return rows.filter((row) => check(row, '') === null);
};
export const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
export const isTime = (value: unknown): value is string =>
  time(value, '') === null && typeof value === 'string';
