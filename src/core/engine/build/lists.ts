/** Lists that people walk through: the orders of names, headings, titles and journals, and the shelf. */
import { CodedError } from '../../codedError';
import { fullName } from '../../model/describe';
import type { Library } from '../../model/library';
import { msg } from '../../model/message';
import { type DiscoveryRecord, languageOf } from '../../model/record';
import { shelfKey } from '../../shelf/callNumber';
import { type Alphabet, alphabetOf, filedName, filedTitle } from '../../words/filing';
import type { Section } from '../format/format';
import {
  byCodePoint,
  countStrings,
  packStrings,
  type StringTable,
  stringAt,
  Values,
} from '../format/strings';
import { growU8, growU32 } from './growable';

/** Which numbers fit the column of campuses. */
const CAMPUSES_MOST = 255;

/** What the lists need of each record, collected as the records come. */
export class ListCollector {
  readonly #campuses: ReadonlyMap<string, number>;
  readonly #alphabet: Alphabet;
  readonly #titles: string[] = [];
  readonly #languages: string[] = [];
  readonly #about = new Values();
  readonly #aboutName = growU32();
  readonly #aboutDoc = growU32();
  readonly #numbers = new Values();
  readonly #copyNumber = growU32();
  readonly #copyDoc = growU32();
  readonly #copyCampus = growU8();

  constructor(library: Library) {
    if (library.campuses.length > CAMPUSES_MOST)
      throw new CodedError(msg('indexfile.campuses', { most: CAMPUSES_MOST }));
    this.#campuses = new Map(library.campuses.map((c, i) => [c.id as string, i]));
    this.#alphabet = alphabetOf(library.language ?? 'en');
  }

  add(r: DiscoveryRecord): void {
    const doc = this.#titles.length;
    this.#titles.push(r.csl.title);
    this.#languages.push(languageOf(r));
    for (const name of new Set((r.about ?? []).map(fullName))) {
      this.#aboutName.push(this.#about.id(name));
      this.#aboutDoc.push(doc);
    }
    const seen = new Set<string>();
    for (const { campus, callNumber } of r.copies ?? []) {
      const at = this.#campuses.get(campus);
      const key = `${campus} ${callNumber}`;
      if (at === undefined || seen.has(key)) continue;
      seen.add(key);
      this.#copyNumber.push(this.#numbers.id(callNumber));
      this.#copyDoc.push(doc);
      this.#copyCampus.push(at);
    }
  }

  /**
   * @param order the numbers under which the documents were added, as they now stand
   * @param tables the values of the groups that are walked through
   */
  finish(
    order: Uint32Array,
    tables: Readonly<Record<'person' | 'subject' | 'journal', StringTable>>,
  ): Record<string, Section> {
    const now = new Uint32Array(order.length);
    order.forEach((d, i) => {
      now[d] = i;
    });
    const { compare } = this.#alphabet;
    const titles = Array.from(order, (d) => this.#titles[d] as string);
    const forms = titles.map((t, i) => filedTitle(t, this.#languages[order[i] as number] as string));
    const about = this.#about.finish();
    const names = [tables.person, about.table].flatMap(textsOf);
    return {
      // Equal titles beside each other: they are one row.
      titleFiled: Uint32Array.from(titles.keys()).sort(
        (a, b) =>
          compare(forms[a] as string, forms[b] as string) ||
          byCodePoint(titles[a] as string, titles[b] as string) ||
          a - b,
      ),
      personFiled: filed(names, compare),
      subjectFiled: filed(textsOf(tables.subject), compare),
      journalFiled: filed(textsOf(tables.journal), compare),
      ...this.#aboutSections(about, now),
      ...this.#shelf(now),
    };
  }

  #aboutSections(
    { table, renumber }: ReturnType<Values['finish']>,
    now: Uint32Array,
  ): Record<string, Section> {
    const lists: number[][] = textsOf(table).map(() => []);
    const [names, docs] = [this.#aboutName.view(), this.#aboutDoc.view()];
    names.forEach((v, i) => {
      lists[renumber[v] as number]?.push(now[docs[i] as number] as number);
    });
    const start = new Uint32Array(lists.length + 1);
    lists.forEach((list, v) => {
      list.sort((a, b) => a - b);
      start[v + 1] = (start[v] as number) + list.length;
    });
    return {
      aboutBytes: table.bytes,
      aboutOffsets: table.offsets,
      aboutStart: start,
      aboutDocs: Uint32Array.from(lists.flat()),
    };
  }

  /** The copies in the order of the shelf, over all campuses, and the places of each campus among them. */
  #shelf(now: Uint32Array): Record<string, Section> {
    const texts = [...this.#numbers.ids.keys()];
    const keys = texts.map(shelfKey);
    const byShelf = Uint32Array.from(texts.keys()).sort((a, b) =>
      byKey([keys[a], texts[a]] as [string, string], [keys[b], texts[b]] as [string, string]),
    );
    const rank = new Uint32Array(texts.length);
    byShelf.forEach((t, r) => {
      rank[t] = r;
    });
    const [number, doc, campus] = [this.#copyNumber.view(), this.#copyDoc.view(), this.#copyCampus.view()];
    const places = Uint32Array.from(number.keys()).sort(
      (a, b) =>
        (rank[number[a] as number] as number) - (rank[number[b] as number] as number) ||
        (now[doc[a] as number] as number) - (now[doc[b] as number] as number) ||
        (campus[a] as number) - (campus[b] as number),
    );
    const shelfCampus = Uint8Array.from(places, (p) => campus[p] as number);
    const perCampus: number[][] = [...this.#campuses.keys()].map(() => []);
    shelfCampus.forEach((c, at) => {
      perCampus[c]?.push(at);
    });
    const campusStart = new Uint32Array(perCampus.length + 1);
    perCampus.forEach((list, c) => {
      campusStart[c + 1] = (campusStart[c] as number) + list.length;
    });
    const packed = packStrings([...byShelf].map((t) => texts[t] as string));
    return {
      callNumberBytes: packed.bytes,
      callNumberOffsets: packed.offsets,
      shelfNumber: Uint32Array.from(places, (p) => rank[number[p] as number] as number),
      shelfDoc: Uint32Array.from(places, (p) => now[doc[p] as number] as number),
      shelfCampus,
      shelfCampusStart: campusStart,
      shelfCampusAt: Uint32Array.from(perCampus.flat()),
    };
  }
}

const textsOf = (t: StringTable): string[] =>
  Array.from({ length: countStrings(t) }, (_, i) => stringAt(t, i));
const byKey = ([a, x]: [string, string], [b, y]: [string, string]): number =>
  a < b ? -1 : a > b ? 1 : byCodePoint(x, y);
/** Values by the alphabet; those it does not tell apart by their code points, in which order they come. */
function filed(texts: readonly string[], compare: Alphabet['compare']): Uint32Array {
  const forms = texts.map(filedName);
  return Uint32Array.from(texts.keys()).sort(
    (a, b) => compare(forms[a] as string, forms[b] as string) || a - b,
  );
}
