/** The values of each group as numbers: how many can occur, what each is called, which number a name has. */

import type { Library } from '../../model/library';
import { WAIT_CLASSES } from '../../model/waits';
import type { Choices, Group } from '../../query/request';
import { CLOSED_LISTS } from '../format/columns';
import type { IndexData } from '../format/data';
import { countStrings, findString, type StringTable, stringAt } from '../format/strings';

/** Groups whose values are as many as the index has. */
export const OPEN_ENDED = ['journal', 'subject', 'person'] as const;
export type OpenEnded = (typeof OPEN_ENDED)[number];
/** Whether a group has as many values as records bring: subjects, people, journals. */
export const isOpenEnded = (group: string): group is OpenEnded =>
  (OPEN_ENDED as readonly string[]).includes(group);
const OPEN_VALUES = ['yes', 'no'] as const;

export interface ValuesOfGroup {
  readonly size: number;
  readonly name: (i: number) => string;
  /** Number of a name; below nought when there is no such value. */
  readonly find: (value: string) => number;
}

export class GroupValues {
  readonly #data: IndexData;
  readonly #library: Library;
  readonly #names = new Map<Group, string[]>();

  constructor(data: IndexData, library: Library) {
    this.#data = data;
    this.#library = library;
  }

  of(group: Group): ValuesOfGroup {
    const closed =
      group === 'place'
        ? this.#library.campuses.map((c) => c.id as string)
        : group === 'wait'
          ? WAIT_CLASSES
          : group === 'open'
            ? OPEN_VALUES
            : CLOSED_LISTS[group];
    if (closed)
      return { size: closed.length, name: (i) => closed[i] ?? '', find: (v) => closed.indexOf(v as never) };
    const table: StringTable = this.#data.tables[group as OpenEnded | 'source' | 'language'];
    let names = this.#names.get(group);
    if (!names) {
      names = [];
      this.#names.set(group, names);
    }
    // A name is decoded once; the same few are shown again and again.
    const known = names;
    const name = (i: number): string => {
      const text = known[i] ?? stringAt(table, i);
      known[i] = text;
      return text;
    };
    return { size: countStrings(table), name, find: (v) => findString(table, v) };
  }

  /** By number: 1 for each of these values; null when there are none. */
  flags(group: Group, values: readonly string[] | undefined): Uint8Array | null {
    if (!values?.length) return null;
    const { size, find } = this.of(group);
    const flags = new Uint8Array(size);
    for (const v of values) {
      const i = find(v);
      if (i >= 0) flags[i] = 1;
    }
    return flags;
  }
  /** Whether a value (−1: none given) passes what is kept and left out in its group. */
  passes(group: Group, q: { readonly keep: Choices; readonly drop: Choices }): (value: number) => boolean {
    const [kept, dropped] = [this.flags(group, q.keep[group]), this.flags(group, q.drop[group])];
    return (v) => (kept === null || kept[v] === 1) && !(dropped !== null && dropped[v] === 1);
  }
}
