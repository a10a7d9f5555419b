/** What was found of a library's folder when its index was built: `report.json` beside the index, for the desk. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { byName, filled, listOf, maybe, type Shaped, shape, text, whole, wrongIn } from '../core/model/shape';

const [SHORT, LONG, MANY] = [4000, 4000, 10_000];
const count = () => whole(0, 1e9);
const reportShape = shape({
  folder: filled(SHORT),
  counts: byName(count()),
  gaps: listOf(filled(LONG), MANY),
  sorts: listOf(
    shape({
      count: count(),
      first: listOf(shape({ file: text(SHORT), line: count(), text: text(LONG) }), MANY),
    }),
    MANY,
  ),
  kinds: maybe(byName(count())),
});
export type DeskReport = Shaped<typeof reportShape>;

/** Null where the index was not built from a folder, or its report can't be read. */
export function readDeskReport(dir: string): DeskReport | null {
  const path = join(dir, 'report.json');
  if (!existsSync(path)) return null;
  try {
    const report: unknown = JSON.parse(readFileSync(path, 'utf8'));
    return wrongIn(reportShape, report) === null ? (report as DeskReport) : null;
  } catch {
    return null;
  }
}
