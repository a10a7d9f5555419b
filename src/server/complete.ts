/** What stands in an index directory beside its index and its records, and its way into its place. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Course } from '../core/courses/course';
import { writeKbart } from '../core/coverage/kbart';
import { nextHistory } from '../core/discovery/history';
import type { Policy } from '../core/model/policy';
import type { KbartLine } from '../core/model/titleList';
import { readHistory, writeHistory } from './historyFile';
import { type EditedRules, type IndexSource, writeLibrary, writeRules, writeTitleList } from './indexFiles';
import { writeManifest } from './manifest';
import { replaceWith } from './replace';

type World = Omit<IndexSource, 'records' | 'courses'>;

/** The lists of all providers. @param ebooks what records say of theirs */
export function writeTitleLists(making: string, world: World, ebooks: readonly KbartLine[]): void {
  const lists = [...[...world.lines.values()].flat(), ...ebooks];
  for (const { id } of world.library.providers) {
    const own = lists.filter((l) => l.provider === id);
    if (own.length) writeTitleList(making, id, writeKbart(own));
  }
}
export interface Completing {
  /** With the rules that will be in force. */
  readonly world: World;
  /** The rules of the library itself, and those that somebody has edited in the directory. */
  readonly policy: Policy;
  readonly edited: EditedRules | null;
  readonly courses: readonly Course[];
  /** Of what is read for them, by the records' ids. */
  readonly titles: Readonly<Record<string, string>>;
  /** What has changed since the directory that stands; its history goes on, where it has one to go on from. */
  readonly changes: Parameters<typeof nextHistory>[2];
  readonly goesOn: boolean;
}
/** Writes it beside the one that stands, and puts it in its place. @returns what became of edited rules */
export function complete(dir: string, making: string, c: Completing): 'new' | 'kept' | 'set-aside' {
  const { world, edited, courses, titles } = c;
  writeLibrary(making, world);
  writeFileSync(join(making, 'courses.json'), JSON.stringify({ courses, titles }));
  const rules = writeRules(making, c.policy, edited);
  const before = c.goesOn ? readHistory(dir) : null;
  writeHistory(making, nextHistory(before, world.built.slice(0, 10), c.changes));
  writeManifest(making, rules);
  replaceWith(dir, making);
  return !edited ? 'new' : edited.policy ? 'kept' : 'set-aside';
}
