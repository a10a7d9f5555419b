/**
 * What is gathered from a source by OAI-PMH, kept in the library's folder: `records/oai-ID.xml`, one answer with all
 * records as they stood, and beside it `.oai-ID.json`, from when on is asked the next time. What has changed since
 * comes as files of changes, `changes/TIME-oai-ID.xml` and `.txt` for what is deleted, so that an index is amended by
 * them; where they come to a part of the whole they go into it. Files are written beside and moved into place; killed
 * before that, the next time asks for the same again.
 */
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { oaiRecordsIn } from '../core/formats/dublinCoreRead';
import type { HarvestedSource } from '../core/libraryData/libraryFile';
import { harvest, type OaiAnswer, type Politeness } from '../core/oai/harvest';
import { xmlText } from '../core/requests/iso18626';
import { element, textElement, writeXml } from '../core/xml';

const HEAD =
  '<?xml version="1.0" encoding="UTF-8"?>\n<OAI-PMH xmlns="http://www.openarchives.org/OAI/2.0/"><ListRecords>\n';
const TAIL = '</ListRecords></OAI-PMH>\n';
/** Changes go into the whole where they come to this share of it. */
const FOLDED_AT = 10;
const PIECE = 1 << 20;
/** Milliseconds that a source may take over an answer. */
const TIME = 120_000;

/** What a round of gathering came to. */
export interface Gathered {
  readonly changed: number;
  readonly deleted: number;
  /** Of all records; null where only changes were written. */
  readonly total: number | null;
  readonly problems: number;
}
export const overHttp = async (address: string): Promise<OaiAnswer> => {
  const answer = await fetch(address, {
    headers: { accept: 'text/xml, application/xml', 'user-agent': 'Legendum' },
    signal: AbortSignal.timeout(TIME),
  });
  // By what the document says of its encoding, not always UTF-8.
  const text = xmlText(new Uint8Array(await answer.arrayBuffer()));
  return { status: answer.status, retryAfter: answer.headers.get('retry-after'), text };
};
const pausing = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Records of the file as it stood, each as its text, piece by piece. */
function* keptIn(path: string): Generator<{ readonly id: string; readonly text: string }> {
  if (!existsSync(path)) return;
  const fd = openSync(path, 'r');
  const buffer = Buffer.allocUnsafe(PIECE);
  const decoder = new TextDecoder();
  let rest = '';
  try {
    for (let n = readSync(fd, buffer); ; n = readSync(fd, buffer)) {
      rest += decoder.decode(buffer.subarray(0, n), { stream: n > 0 });
      // Ours stand a line each.
      const lines = rest.split('\n');
      rest = lines.pop() ?? '';
      for (const text of n === 0 ? [...lines, rest] : lines) {
        const [record] = text.startsWith('<record>') ? oaiRecordsIn(text).records : [];
        if (record) yield { id: record.id, text };
      }
      if (n === 0) return;
    }
  } finally {
    closeSync(fd);
  }
}
const oneLine = (id: string, datestamp: string, metadata: string): string =>
  `<record>${writeXml(element('header', [textElement('identifier', id), textElement('datestamp', datestamp)]))}<metadata>${metadata.replace(/\s*\n\s*/g, ' ')}</metadata></record>`;

/**
 * Gathers what has changed since the last time, or everything.
 * @param whole forgets what was there: for a source that does not say what it deletes
 * @throws HarvestError where the source can't be read; what was there stands then
 */
export async function gather(
  dir: string,
  source: HarvestedSource,
  {
    whole = false,
    ask = overHttp,
    wait = pausing,
    politeness,
    progress = () => undefined,
  }: {
    readonly whole?: boolean;
    readonly ask?: typeof overHttp;
    readonly wait?: (ms: number) => Promise<void>;
    readonly politeness?: Politeness;
    readonly progress?: (records: number) => void;
  } = {},
): Promise<Gathered> {
  mkdirSync(join(dir, 'records'), { recursive: true });
  const path = join(dir, 'records', `oai-${source.id}.xml`);
  const statePath = join(dir, 'records', `.oai-${source.id}.json`);
  const state = whole || !existsSync(path) || !existsSync(statePath) ? null : stateIn(statePath);
  const from = state?.address === source.address && state.prefix === source.prefix ? state.from : undefined;
  const spool = `${path}.new-records`;
  const fd = openSync(spool, 'w+');
  /** Where a record that is new or changed stands in the spool; null for one that is gone. */
  const changed = new Map<string, readonly [from: number, to: number] | null>();
  let [written, problems, next] = [0, 0, ''];
  try {
    const { address, prefix, set } = source;
    const asked = { address, prefix, ...(set ? { set } : {}), ...(from ? { from } : {}) };
    for await (const page of harvest(asked, ask, wait, politeness)) {
      // By the source's clock when it began: what changed meanwhile comes again.
      next ||= page.responseDate.slice(0, 10);
      problems += page.problems.length;
      for (const { id, datestamp, deleted, metadata } of page.records) {
        if (deleted) {
          changed.set(id, null);
          continue;
        }
        const bytes = Buffer.from(`${oneLine(id, datestamp, metadata)}\n`);
        writeSync(fd, bytes);
        changed.set(id, [written, written + bytes.length]);
        written += bytes.length;
      }
      progress(changed.size);
    }
    const deleted = [...changed].flatMap(([id, place]) => (place ? [] : [id]));
    const records = function* (): Generator<Buffer> {
      for (const place of changed.values()) {
        if (!place) continue;
        const bytes = Buffer.allocUnsafe(place[1] - place[0]);
        readSync(fd, bytes, 0, bytes.length, place[0]);
        yield bytes;
      }
    };
    const before = changesOf(dir, source.id);
    const size = (files: readonly string[]): number => files.reduce((sum, f) => sum + statSync(f).size, 0);
    const asChanges = from && (size(before) + written) * FOLDED_AT <= size([path]);
    let total: number | null = null;
    if (asChanges) writeChanges(dir, source.id, deleted, records());
    else {
      // What changes said of a record, as far as nothing is said of it now.
      const later = new Map<string, string | null>();
      if (from)
        for (const file of before)
          if (file.endsWith('.txt')) for (const id of idsIn(file)) later.set(id, null);
          else for (const { id, text } of keptIn(file)) later.set(id, text);
      const stands = function* (): Generator<Buffer> {
        const text = ({ text }: { readonly text: string }): Buffer => Buffer.from(`${text}\n`);
        if (from)
          for (const one of keptIn(path)) if (!changed.has(one.id) && !later.has(one.id)) yield text(one);
        for (const [id, one] of later) if (one !== null && !changed.has(id)) yield text({ text: one });
        yield* records();
      };
      total = writeRecords(path, stands());
      // The whole says it all now.
      for (const file of before) rmSync(file, { force: true });
    }
    writeFileSync(statePath, `${JSON.stringify({ address, prefix, from: next })}\n`);
    return { changed: changed.size - deleted.length, deleted: deleted.length, total, problems };
  } finally {
    closeSync(fd);
    rmSync(spool, { force: true });
    rmSync(`${path}.making`, { force: true });
  }
}
/** An answer with some records. @returns how many */
function writeRecords(path: string, records: Iterable<Buffer>): number {
  const out = openSync(`${path}.making`, 'w');
  let count = 0;
  try {
    writeSync(out, HEAD);
    for (const bytes of records) {
      writeSync(out, bytes);
      count++;
    }
    writeSync(out, TAIL);
  } finally {
    closeSync(out);
  }
  renameSync(`${path}.making`, path);
  return count;
}
/** The files of changes of a source, the latest last. */
function changesOf(dir: string, id: string): string[] {
  const within = join(dir, 'changes');
  const own = new RegExp(`^[\\dTZ-]+-oai-${id}\\.(?:xml|txt)$`);
  return (existsSync(within) ? readdirSync(within) : [])
    .filter((name) => own.test(name))
    .sort()
    .map((name) => join(within, name));
}
function writeChanges(dir: string, id: string, deleted: readonly string[], records: Iterable<Buffer>): void {
  const within = join(dir, 'changes');
  mkdirSync(within, { recursive: true });
  const path = join(within, `${new Date().toISOString().replace(/[:.]/g, '-')}-oai-${id}`);
  // Nothing has changed: there is no file of it.
  if (writeRecords(`${path}.xml`, records) === 0) rmSync(`${path}.xml`);
  if (!deleted.length) return;
  writeFileSync(`${path}.txt.making`, `${deleted.join('\n')}\n`);
  renameSync(`${path}.txt.making`, `${path}.txt`);
}
const idsIn = (path: string): string[] => readFileSync(path, 'utf8').split('\n').filter(Boolean);
function stateIn(path: string): { address?: unknown; prefix?: unknown; from?: string } | null {
  try {
    const state = JSON.parse(readFileSync(path, 'utf8')) as { from?: unknown };
    return typeof state.from === 'string' && /^\d{4}-\d\d-\d\d$/.test(state.from)
      ? (state as { from: string })
      : null;
  } catch {
    return null;
  }
}
