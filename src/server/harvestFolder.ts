/**
 * What is gathered from a source by OAI-PMH, kept in the library's folder: `records/oai-ID.xml`, one answer with all
 * records as they stand now, and beside it `.oai-ID.json`, from when on is asked the next time. New and changed
 * records take the place of what they were, deleted ones go. The file is written beside and moved into place; killed
 * before that, the next time asks for the same again.
 */
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
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
const PIECE = 1 << 20;
/** Milliseconds that a source may take over an answer. */
const TIME = 120_000;

/** What a round of gathering came to. */
export interface Gathered {
  readonly changed: number;
  readonly deleted: number;
  readonly total: number;
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
    let total = 0;
    const out = openSync(`${path}.making`, 'w');
    writeSync(out, HEAD);
    if (from)
      for (const { id, text } of keptIn(path))
        if (!changed.has(id)) {
          writeSync(out, `${text}\n`);
          total++;
        }
    for (const place of changed.values()) {
      if (!place) continue;
      const bytes = Buffer.allocUnsafe(place[1] - place[0]);
      readSync(fd, bytes, 0, bytes.length, place[0]);
      writeSync(out, bytes);
      total++;
    }
    writeSync(out, TAIL);
    closeSync(out);
    renameSync(`${path}.making`, path);
    writeFileSync(statePath, `${JSON.stringify({ address, prefix, from: next })}\n`);
    const deleted = [...changed.values()].filter((p) => p === null).length;
    return { changed: changed.size - deleted, deleted, total, problems };
  } finally {
    closeSync(fd);
    rmSync(spool, { force: true });
    rmSync(`${path}.making`, { force: true });
  }
}
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
