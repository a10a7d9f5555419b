/**
 * An index directory whose records stand as they are, made for other rules, title lists, lenders or journals: waits and
 * refereeing are worked out anew, words, orders and records stay (docs/decisions/0055). Written beside the one that
 * stands and moved into its place.
 */
import '../words/generated/indexfile';
import { constants, copyFileSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { AccessItem } from '../core/access/options';
import { rowLayout } from '../core/access/summary';
import { reckoned } from '../core/engine/amend/reckon';
import { decodeIndex } from '../core/engine/format/format';
import { findString } from '../core/engine/format/strings';
import type { DiscoveryRecord } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import { type AmendSource, openToGoOn, titlesOf } from './amend';
import { type Built, inWords } from './build';
import { comingItems } from './comingItems';
import { complete, writeTitleLists } from './complete';
import { writeIndex } from './indexFiles';
import { programDigest } from './program';
import { RECORDS, RecordFile } from './recordFile';
import { makingPlace, tidy } from './replace';

const NOWHERE = 0xffffffff;

/**
 * @param saw is given each record
 * @returns null, and nothing has changed, where the index must be made anew: there is none, or none of this program, or
 *   the library has other campuses, partners or another language
 */
export function reckonIndex(
  source: AmendSource,
  dir: string,
  saw: (record: DiscoveryRecord) => void = () => {},
): Built | null {
  tidy(dir);
  const opened = openToGoOn(source, dir);
  if (!opened?.samePlaces) return null;
  const { world, edited, index, data, library } = opened;
  const decoded = decodeIndex(index);
  if ('problem' in decoded) return null;
  const making = makingPlace(dir);
  const path = join(dir, RECORDS);
  // What another stands in is read apart, so that going through the file stays at its block.
  const [file, wholes] = [new RecordFile(path), new RecordFile(path)];
  try {
    rmSync(making, { recursive: true, force: true });
    mkdirSync(join(making, 'kbart'), { recursive: true });
    const find = (id: string): DiscoveryRecord | undefined => {
      const k = findString(data.tables.id, id);
      if (k < 0) return undefined;
      const place = data.cameAs[data.idDoc[k] as number] as number;
      return JSON.parse(wholes.at(place).toString('utf8')) as DiscoveryRecord;
    };
    const docAt = new Uint32Array(file.size).fill(NOWHERE);
    data.cameAs.forEach((place, doc) => {
      docAt[place] = doc;
    });
    const itemOf = comingItems(new Map(world.journals.map((j) => [j.id, j])), world.lines, find);
    const ebooks: KbartLine[] = [];
    function* items(): Generator<readonly [number, AccessItem]> {
      for (const [place, doc] of docAt.entries()) {
        if (doc === NOWHERE) continue;
        const record = JSON.parse(file.at(place).toString('utf8')) as DiscoveryRecord;
        saw(record);
        for (const line of record.ebook ?? []) ebooks.push(line);
        yield [doc, itemOf(record)];
      }
    }
    const sections = { ...decoded.sections, ...reckoned(data, library, items()) };
    const { texts, analysis } = data.meta;
    const meta = { layout: rowLayout(library), records: data.n, built: world.built };
    writeIndex(
      join(making, 'index.lgd'),
      { ...meta, analysis, program: programDigest(), texts },
      { sections, fill: () => {} },
    );
    copyFileSync(path, join(making, RECORDS), constants.COPYFILE_FICLONE);
    writeTitleLists(making, world, ebooks);
    const { courses } = source;
    const policy = complete(dir, making, {
      ...{ world, policy: source.library.policy, edited, courses, titles: titlesOf(courses, find) },
      changes: { changed: new Set(), gone: [], size: data.n },
      goesOn: true,
    });
    return { records: data.n, bytes: 0, policy, again: data.n, dropped: 0 };
  } catch (error) {
    rmSync(making, { recursive: true, force: true });
    throw inWords(error, dir);
  } finally {
    file.close();
    wholes.close();
  }
}
