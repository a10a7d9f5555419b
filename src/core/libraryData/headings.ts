/**
 * `headings.csv`: what subject headings, or whole subjects of `subjects.yaml`, are called in other languages, one row a
 * heading and language. Somebody who types such a name finds what has the heading (`discovery/headings.ts`).
 */
import type { HeadingName } from '../discovery/headings';
import type { Problem } from '../formats/item';
import { type Cell, readTable, someText, type TableSource } from './table';

const language: Cell<string> = {
  read: (t) => (/^[a-z]{2,3}$/i.test(t) ? t.toLowerCase() : null),
  want: 'language',
};
const HEADINGS = { heading: someText, language, names: someText };
export const HEADING_COLUMNS = Object.keys(HEADINGS);
/** Between several names of one heading. */
export const BETWEEN_NAMES = '|';

export function readHeadings(source: TableSource): {
  readonly headings: readonly HeadingName[];
  readonly problems: readonly Problem[];
} {
  const { rows, problems } = readTable(source, HEADINGS);
  return {
    headings: rows.map(({ heading, language, names }) => ({
      heading,
      language,
      names: names
        .split(BETWEEN_NAMES)
        .map((n) => n.trim())
        .filter(Boolean),
    })),
    problems,
  };
}
