/** Lists to be walked through: a piece of one, from any beginning, up and down. */
import { isoDay, parseDay } from '../../model/time';
import {
  type Alphabet,
  alphabetOf,
  bareLetter,
  filedForms,
  filedName,
  filedTitle,
  initialOf,
} from '../../words/filing';
import type { IndexData } from '../format/data';
import { subjectsAt } from '../format/facts';
import { usesOf } from '../format/holders';
import { firstAfter, firstFrom } from '../format/postings';
import { countStrings, findString, stringAt } from '../format/strings';
import type { BrowseAsked, BrowseList, BrowsePiece, BrowseRow } from '../port/engine';
import { firstNotBefore } from './shelf';

/** Rows without records that are passed over, and equal beginnings that are gone through, at most. */
const PASSED = 20_000;
/** Letters at most: of scripts that have thousands, the first. */
const INITIALS = 100;

/** A list as positions in its order. */
interface Listed {
  readonly size: number;
  readonly filed: (position: number) => string;
  readonly text: (position: number) => string;
  /** The row of a position; null where it has no records by now. */
  readonly row: (position: number) => BrowseRow | null;
}
/** Of a title: what is needed of its record. */
export interface TitleAt {
  readonly id: string;
  readonly title: string;
  readonly language: string;
}

/** What the lists count by: how often each value stands among the documents before `end`. */
interface Uses {
  readonly end: number;
  readonly person: Uint32Array;
  readonly subject: Uint32Array;
  readonly journal: Uint32Array;
}

export class Browser {
  readonly #data: IndexData;
  readonly #language: string;
  readonly #alphabet: Alphabet;
  readonly #titleAt: (doc: number) => TitleAt;
  #uses: Uses | null = null;

  /** @param language of the library, whose alphabet it is */
  constructor(data: IndexData, language: string, titleAt: (doc: number) => TitleAt) {
    this.#data = data;
    this.#language = language;
    this.#alphabet = alphabetOf(language);
    this.#titleAt = titleAt;
  }

  /** @param end documents from this one on are not in the index yet */
  piece(asked: Omit<BrowseAsked, 'at'>, end: number): BrowsePiece {
    if (asked.list === 'new') return this.#news(asked, end);
    const list = this.#listed(asked.list, end);
    const own = this.#from(
      list,
      asked.from,
      asked.list === 'titles' ? filedForms(asked.from, this.#language) : [filedName(asked.from)],
    );
    const left = walk(list, own - 1, -1, asked.before);
    const right = walk(list, own, 1, asked.after);
    return {
      rows: [...left.rows.reverse(), ...right.rows],
      at: left.rows.length,
      more: { before: left.more, after: right.more },
    };
  }

  /** Letters that something is filed under, each found from the one before it. */
  initials(list: BrowseList, end: number): readonly string[] {
    if (list === 'new') return [];
    const { size, filed } = this.#listed(list, end);
    const { compareLetters } = this.#alphabet;
    const found: string[] = [];
    for (let i = 0; i < size && found.length < INITIALS; ) {
      const letter = initialOf(filed(i));
      if (letter) found.push(bareLetter(letter, this.#alphabet));
      i = Math.max(
        i + 1,
        firstNotBefore(size, (p) => compareLetters(initialOf(filed(p)), letter) <= 0),
      );
    }
    return found;
  }

  /**
   * The first position that is not before what was typed; of a row's own text, that row's.
   * @param forms in which it may be filed, the likeliest first
   */
  #from({ size, filed, text }: Listed, from: string, forms: readonly string[]): number {
    const { compareLetters } = this.#alphabet;
    let likeliest = 0;
    for (const [n, wanted] of forms.entries()) {
      const first = firstNotBefore(size, (i) => compareLetters(filed(i), wanted) < 0);
      if (n === 0) likeliest = first;
      // Texts that differ in case, accents or article stand together: the one that was meant is among them.
      for (let i = first; i < Math.min(size, first + PASSED); i++) {
        if (text(i) === from) return i;
        if (compareLetters(filed(i), wanted) !== 0) break;
      }
    }
    return likeliest;
  }

  #listed(list: Exclude<BrowseList, 'new'>, end: number): Listed {
    const data = this.#data;
    switch (list) {
      case 'titles': {
        const at = (i: number): TitleAt => this.#titleAt(data.titleFiled[i] as number);
        return {
          size: data.n,
          filed: (i) => filedTitle(at(i).title, at(i).language),
          text: (i) => at(i).title,
          row: (i) => {
            if ((data.titleFiled[i] as number) >= end) return null;
            const { id, title } = at(i);
            return { text: title, count: 1, about: 0, id };
          },
        };
      }
      case 'people':
        return this.#people(end);
      case 'subjects':
        return named(data.tables.subject, data.subjectFiled, this.#usesBefore(end).subject);
      case 'journals':
        return named(data.tables.journal, data.journalFiled, this.#usesBefore(end).journal);
    }
  }

  #people(end: number): Listed {
    const { tables, about, aboutStart, aboutDocs, personFiled } = this.#data;
    const by = this.#usesBefore(end).person;
    const writers = countStrings(tables.person);
    const value = (i: number): number => personFiled[i] as number;
    const text = (i: number): string =>
      value(i) < writers ? stringAt(tables.person, value(i)) : stringAt(about, value(i) - writers);
    const aboutOf = (v: number): number =>
      v < 0
        ? 0
        : firstFrom(aboutDocs, aboutStart[v] as number, aboutStart[v + 1] as number, end) -
          (aboutStart[v] as number);
    return {
      size: personFiled.length,
      filed: (i) => filedName(text(i)),
      text,
      row: (i) => {
        const name = text(i);
        const writes = value(i) < writers;
        // Somebody who writes and is written about stands twice in the order, beside each other.
        if (!writes && findString(tables.person, name) >= 0) return null;
        const count = writes ? (by[value(i)] as number) : 0;
        const told = aboutOf(writes ? findString(about, name) : value(i) - writers);
        return count || told ? { text: name, count, about: told, id: null } : null;
      },
    };
  }

  #usesBefore(end: number): Uses {
    const known = this.#uses;
    if (known?.end === end) return known;
    const { tables, persons, personFrom, journalOf } = this.#data;
    const subject = new Uint32Array(countStrings(tables.subject));
    for (let d = 0; d < end; d++)
      for (const s of subjectsAt(this.#data, d)) subject[s] = (subject[s] as number) + 1;
    const journal = usesOf(journalOf.subarray(0, end), countStrings(tables.journal));
    // Number 0 stands for none.
    if (stringAt(tables.journal, 0) === '') journal[0] = 0;
    const uses: Uses = {
      end,
      person: usesOf(persons.subarray(0, personFrom[end]), countStrings(tables.person)),
      subject,
      journal,
    };
    this.#uses = uses;
    return uses;
  }

  /** What came into the index after it was first made, the latest first. */
  #news({ from, before, after }: Omit<BrowseAsked, 'at'>, end: number): BrowsePiece {
    const { added } = this.#data;
    const first = firstAfter(added, 0);
    const size = Math.max(0, end - first);
    const docAt = (i: number): number => end - 1 - i;
    const day = parseDay(from);
    let own = day === null ? 0 : firstNotBefore(size, (i) => (added[docAt(i)] as number) > day);
    if (day === null && from)
      for (let i = 0; i < Math.min(size, PASSED); i++)
        if (this.#titleAt(docAt(i)).id === from) {
          own = i;
          break;
        }
    const start = Math.max(0, own - before);
    const rows: BrowseRow[] = [];
    for (let i = start; i < Math.min(size, own + after); i++) {
      const doc = docAt(i);
      rows.push({
        text: isoDay(added[doc] as ReturnType<typeof parseDay> & number),
        count: 1,
        about: 0,
        id: this.#titleAt(doc).id,
      });
    }
    return { rows, at: own - start, more: { before: start > 0, after: own + after < size } };
  }
}

/** A list of names or headings by the order in which they are filed. */
const named = (table: IndexData['tables']['subject'], filed: Uint32Array, uses: Uint32Array): Listed => {
  const text = (i: number): string => stringAt(table, filed[i] as number);
  return {
    size: filed.length,
    filed: (i) => filedName(text(i)),
    text,
    row: (i) => {
      const count = uses[filed[i] as number] as number;
      return count ? { text: text(i), count, about: 0, id: null } : null;
    },
  };
};

/** Rows from a position on in one direction; positions of the same text are one row. */
function walk(list: Listed, from: number, step: 1 | -1, most: number): { rows: BrowseRow[]; more: boolean } {
  const rows: BrowseRow[] = [];
  for (let i = from, passed = 0; i >= 0 && i < list.size && passed < PASSED; i += step) {
    const row = list.row(i);
    const last = rows.at(-1);
    if (!row) passed++;
    else if (last?.text === row.text)
      rows[rows.length - 1] = {
        ...last,
        count: last.count + row.count,
        id: step > 0 ? last.id : row.id,
      };
    else if (rows.length === most) return { rows, more: true };
    else rows.push(row);
  }
  return { rows, more: false };
}
