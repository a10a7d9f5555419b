/** `lenders.csv`: whom the library borrows from, what they lend to whom, and at which price and speed. */

import type { Problem } from '../formats/item';
import type { Cents } from '../model/codes';
import { CARRIER_LIST, KIND_LIST } from '../model/kinds';
import type { Lender } from '../model/library';
import { msg } from '../model/message';
import type { Spread } from '../model/policy';
import { type Cell, codeOf, readTable, someText, type TableSource } from './table';

const spread = (otherwise: Spread): Cell<Spread> => ({
  read: (t) => {
    const m = /^(\d{1,3})\s*[/–-]\s*(\d{1,3})$/.exec(t);
    const [median, likely] = [Number(m?.[1]), Number(m?.[2])];
    return m && median <= likely ? { median, likely } : null;
  },
  want: 'spread',
  otherwise,
});
/** `0.82`, `0,82` or `82 %`. */
const shareOf = (otherwise: number): Cell<number> => ({
  read: (t) => {
    const m = /^(\d{1,3}(?:[.,]\d{1,6})?)\s*(%?)$/.exec(t);
    const n = Number(m?.[1]?.replace(',', '.')) / (m?.[2] ? 100 : 1);
    return m && n <= 1 ? n : null;
  },
  want: 'share',
  otherwise,
});
const centsOf = (otherwise: Cents): Cell<Cents> => ({
  read: (t) => (/^\d{1,6}([.,]\d{1,2})?$/.test(t) ? Math.round(Number(t.replace(',', '.')) * 100) : null),
  want: 'cents',
  otherwise,
});
const wholeOf = (otherwise: number, want: string): Cell<number> => ({
  read: (t) => (/^\d{1,4}$/.test(t) ? Number(t) : null),
  want,
  otherwise,
});
const listOf = <T extends string>(codes: readonly T[], want: string): Cell<readonly T[]> => ({
  read: (t) => {
    const said = t
      .toLowerCase()
      .split(/[\s,;|]+/)
      .filter(Boolean);
    const known = codes.filter((c) => said.includes(c));
    return known.length === new Set(said).size ? known : null;
  },
  want,
  otherwise: codes,
});
const SORTS = ['university', 'college', 'national', 'public', 'special', 'archive'] as const;
const yesOrNo: Cell<boolean> = {
  read: (t) => (/^(y|yes|true|1|ja|j)$/i.test(t) ? true : /^(n|no|false|0|nein)$/i.test(t) ? false : null),
  want: 'yesOrNo',
  otherwise: true,
};
const LENDER = {
  id: someText,
  agency: someText,
  name: someText,
  country: someText,
  sort: codeOf(SORTS, 'sort', 'university'),
  lendsTo: codeOf(['anywhere', 'region', 'home'], 'lendsTo', 'anywhere'),
  lends: listOf(KIND_LIST, 'kinds'),
  carriers: listOf(CARRIER_LIST, 'carriers'),
  copies: yesOrNo,
  notBefore: wholeOf(0, 'year'),
  rareBelow: wholeOf(0, 'number'),
  fillRate: shareOf(0.6),
  conditional: shareOf(0.05),
  load: shareOf(0.2),
  loanDays: spread({ median: 4, likely: 9 }),
  copyDays: spread({ median: 2, likely: 6 }),
  answerDays: spread({ median: 2, likely: 5 }),
  loanCost: centsOf(800),
  copyCost: centsOf(400),
};
/** Columns of the file; all but the first four may be left out. */
export const LENDER_COLUMNS = Object.keys(LENDER);

/** Lenders in the order of the file; what can't be used is named, and the lender left out. */
export function readLenders(text: TableSource): {
  readonly lenders: readonly Lender[];
  readonly problems: readonly Problem[];
} {
  const { rows, problems } = readTable(text, LENDER);
  const all = [...problems];
  const seen = new Set<string>();
  const lenders = rows.flatMap(({ line, ...lender }): Lender[] => {
    if (seen.has(lender.id)) {
      all.push({ line, text: msg('libraryfolder.idTwice', { what: 'lenders.csv', id: lender.id }) });
      return [];
    }
    seen.add(lender.id);
    return [lender];
  });
  return { lenders, problems: all };
}
