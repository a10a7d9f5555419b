/**
 * `tool coverage --kbart FILE [--today YYYY-MM-DD]`: articles as JSON lines on standard input, `{date,
 * volume, issue, issn|isbn|title}`; one decision a line as JSON. What is wrong in the title list goes to
 * standard error with its line number.
 */
import { existsSync, readFileSync } from 'node:fs';
import { decideCoverage } from '../../core/coverage/decide';
import { readKbart } from '../../core/coverage/kbart';
import { decodeText } from '../../core/decode';
import { readIsbn, readIssn } from '../../core/model/identifiers';
import { type DayNumber, parseDay } from '../../core/model/time';
import type { KbartLine } from '../../core/model/titleList';
import { words } from '../../core/words/fold';
import { say } from '../../words/generated/file';
import { argsOf } from '../args';

const { values } = argsOf('npm run tool -- coverage --kbart FILE [--today YYYY-MM-DD]', {
  options: { kbart: { type: 'string' }, today: { type: 'string' } },
});
const today = parseDay(values.today ?? new Date().toISOString().slice(0, 10));
if (!values.kbart || !existsSync(values.kbart) || today === null) {
  console.error('tool coverage --kbart FILE [--today YYYY-MM-DD], articles as JSON lines on standard input.');
  process.exit(2);
}
const { lines, numbers, problems } = readKbart(decodeText(readFileSync(values.kbart)), 'list');
for (const p of problems) console.error(`line ${p.line}: ${say(p.text)}`);

const title = (t: string): string => words(t).join(' ');
/** Lines by each of the ways in which an article can name its journal or book. */
const byKey = new Map<string, number[]>();
const put = (key: string, i: number): void => void byKey.set(key, [...(byKey.get(key) ?? []), i]);
lines.forEach((line: KbartLine, i) => {
  const keys = new Set([`title:${title(line.publication_title ?? '')}`]);
  for (const id of [line.print_identifier, line.online_identifier])
    if (id) keys.add(`id:${readIssn(id) ?? readIsbn(id) ?? id.replace(/[\s-]/g, '').toUpperCase()}`);
  for (const k of keys) put(k, i);
});
interface Asked {
  readonly date?: unknown;
  readonly volume?: unknown;
  readonly issue?: unknown;
  readonly issn?: unknown;
  readonly isbn?: unknown;
  readonly title?: unknown;
}
const text = (v: unknown): string | undefined =>
  v === undefined || v === null || v === '' ? undefined : String(v);

decodeText(readFileSync(0))
  .split(/\r\n|\n|\r/)
  .forEach((raw, n) => {
    if (!raw.trim()) return;
    let asked: Asked;
    try {
      asked = JSON.parse(raw) as Asked;
      if (typeof asked !== 'object' || asked === null) throw new Error('not an object');
    } catch {
      console.error(`standard input, line ${n + 1}: this is not a JSON object.`);
      console.log(
        JSON.stringify({
          covered: null,
          line: null,
          reason: 'unknown-date',
          text: 'The article could not be read: its line is not a JSON object.',
        }),
      );
      return;
    }
    const [issn, isbn, name] = [text(asked.issn), text(asked.isbn), text(asked.title)];
    const keys = [
      issn && `id:${readIssn(issn) ?? issn.replace(/[\s-]/g, '').toUpperCase()}`,
      isbn && `id:${readIsbn(isbn) ?? isbn.replace(/[\s-]/g, '').toUpperCase()}`,
      name && `title:${title(name)}`,
    ];
    const found = keys.flatMap((k) => (k ? [byKey.get(k) ?? []] : [])).find((l) => l.length) ?? [];
    const [date, volume, issue] = [text(asked.date), text(asked.volume), text(asked.issue)];
    const article = { ...(date ? { date } : {}), ...(volume ? { volume } : {}), ...(issue ? { issue } : {}) };
    const decision = decideCoverage(
      article,
      found.map((i) => lines[i] as KbartLine),
      today as DayNumber,
      { numbers: found.map((i) => numbers[i] as number) },
    );
    console.log(JSON.stringify(decision));
  });
