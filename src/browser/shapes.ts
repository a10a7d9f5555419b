/**
 * What the store should hold, checked when it is read: another version, another program or a cut write may
 * have left something else, and one odd row must not cost the others, nor the page. Light on purpose: every
 * page loads it.
 */
import { shape, text, wrongIn } from '../core/model/shape';
import { parseLocal } from '../core/model/time';

/** Nothing of ours is longer; lengths are not what is looked at here. */
const LONG = 1e6;
/** Rows of which these fields are text; others are passed over, and stay where they are. */
export const rowsWith = <T>(rows: readonly T[], ...names: readonly (keyof T & string)[]): T[] => {
  const row = shape(Object.fromEntries(names.map((name) => [name, text(LONG)])));
  return rows.filter((one) => wrongIn(row, one) === null);
};
export const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
export const isTime = (value: unknown): value is string =>
  typeof value === 'string' && parseLocal(value) !== null;
