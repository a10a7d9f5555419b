/**
 * What slips and references in the store should look like. Apart from the other rows: a page without slips
 * needs none of it.
 */
import { keptReferenceShape } from '../core/account/rows';
import { wrongIn } from '../core/model/shape';
import { type Slip, slipShape } from '../core/model/slip';
import type { ReadReference } from '../core/references/read';
import type { KeptReference } from './rows';

/** What of a row is no slip, by its path; null for a slip. */
export const slipTrouble = (row: unknown): string | null => wrongIn(slipShape, row);
export const isSlip = (row: unknown): row is Slip => slipTrouble(row) === null;

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
    if (wrongIn(keptReferenceShape, row) === null) return row as KeptReference;
    const { id, ref } = (typeof row === 'object' && row !== null ? row : {}) as {
      id?: unknown;
      ref?: { text?: unknown };
    };
    const said = typeof ref?.text === 'string' ? ref.text : (JSON.stringify(row) ?? '');
    return { id: typeof id === 'string' ? id : `odd-${i}`, ref: UNREAD(said) };
  });
