/** One index directory held against another, when it may have been amended. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { decodeIndex, type Section } from '../../core/engine/format/format';
import { RECORDS, RecordFile } from '../../server/recordFile';

/** What nobody is told of: codes of words and where they stand counted in these, and the places of records in their file. */
const OTHERWISE = ['termCode', 'forward', 'docStart', 'where', 'cameAs'];

function sectionsIn(dir: string): Record<string, Section> {
  const bytes = readFileSync(join(dir, 'index.lgd'));
  const decoded = decodeIndex(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
  if ('problem' in decoded) throw new Error(decoded.problem.code);
  return decoded.sections;
}
const bytesOf = (s: Section | undefined): Buffer =>
  s ? Buffer.from(s.buffer, s.byteOffset, s.byteLength) : Buffer.alloc(0);
/** The records in the order of the documents, and all that stand in the file. */
function textsIn(dir: string, sections: Record<string, Section>): readonly [string[], string[]] {
  const file = new RecordFile(join(dir, RECORDS));
  const texts = [...(sections.cameAs as Uint32Array)].map((k) => file.at(k).toString('utf8'));
  const all = [...file.all()].map(String);
  file.close();
  return [texts, all];
}
const listsIn = (dir: string): string =>
  readdirSync(join(dir, 'kbart'))
    .sort()
    .map((f) => `${f}\n${readFileSync(join(dir, 'kbart', f), 'utf8')}`)
    .join('\n');
/** Objects with their fields in order: what was put together in another order says the same. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
/** But for when it was built. */
const read = (dir: string, file: string): string =>
  existsSync(join(dir, file))
    ? canonical({ ...JSON.parse(readFileSync(join(dir, file), 'utf8')), built: '' })
    : '';

/** What of one directory is not as in the other; null where they answer alike. */
export function differenceOf(dir: string, other: string): string | null {
  const [a, b] = [sectionsIn(dir), sectionsIn(other)];
  const [[texts, all], [wanted]] = [textsIn(dir, a), textsIn(other, b)];
  if (texts.join('') !== wanted.join('')) return `records: ${texts.length} and ${wanted.length}, or others`;
  if (all.sort().join('') !== texts.sort().join('')) return 'records that no document stands for';
  for (const name of new Set([...Object.keys(a), ...Object.keys(b)]))
    if (!OTHERWISE.includes(name) && !bytesOf(a[name]).equals(bytesOf(b[name]))) return name;
  if (listsIn(dir) !== listsIn(other)) return 'title lists';
  return ['library.json', 'courses.json'].find((file) => read(dir, file) !== read(other, file)) ?? null;
}
