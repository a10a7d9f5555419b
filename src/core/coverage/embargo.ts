/** The embargo codes of KBART (NISO RP-9-2014, section 6.6.13): moving walls as data. */
import { type MessageValue, msg } from '../model/message';

export interface EmbargoPart {
  /** R: only the last n units are there. P: the last n units are missing. */
  readonly type: 'R' | 'P';
  readonly length: number;
  /** D days, M calendar months, Y calendar years (KBART: use 365D for a rolling year). */
  readonly unit: 'D' | 'M' | 'Y';
}
/**
 * What is there, in plain words: `all but the last year`, `only the last 10 years`; a code that breaks the form as
 * it is.
 * @example wallText('P1Y') // [{ code: 'coverage.allBut.Y', values: { n: 1 } }]
 */
export const wallText = (code: string): readonly MessageValue[] =>
  readEmbargo(code)?.map(({ type, length, unit }) =>
    msg(`coverage.${type === 'P' ? 'allBut' : 'onlyLast'}.${unit}`, { n: length }),
  ) ?? [code];
/** Reads an embargo code; null when it breaks the standard's form. */
export function readEmbargo(code: string): EmbargoPart[] | null {
  const parts: EmbargoPart[] = [];
  for (const piece of code.split(';')) {
    const m = /^\s*([RP])(\d+)([DMY])\s*$/.exec(piece);
    if (!m) return null;
    parts.push({ type: m[1] as 'R' | 'P', length: Number(m[2]), unit: m[3] as 'D' | 'M' | 'Y' });
  }
  return parts;
}
