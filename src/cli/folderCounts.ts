/** What a library's folder has, counted as its records go by, and what is missing in it for what. */
import { UNKNOWN_OWNERS } from '../core/access/chance';
import type { DiscoveryRecord } from '../core/model/record';
import type { LibraryFolder } from '../server/libraryFolder';

/** So many of something, in words. */
export const n = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : many}`;

/** Of a folder's records how many are there, and how many lack what. */
const NONE = {
  ...{ records: 0, copies: 0, booksWithoutCopy: 0, partsOfNoList: 0, unrefereed: 0 },
  ...{ withoutYear: 0, withoutHeadings: 0, ownersUnknown: 0 },
};
type Tally = { [name in keyof typeof NONE]: number };
/** What a folder has, counted as its records go by. */
export class Counts {
  readonly tally: Tally = { ...NONE };
  readonly kinds = new Map<string, number>();
  readonly #listed: ReadonlySet<string>;
  readonly #refereedUnknown: ReadonlySet<string>;
  /** @param before what was counted when all was read */
  constructor({ serials }: LibraryFolder, before?: Readonly<Record<string, unknown>>) {
    this.#listed = new Set(serials.lines.keys());
    this.#refereedUnknown = new Set(
      serials.journals.filter((j) => j.refereed === 'unknown').map((j) => j.id),
    );
    if (!before) return;
    Object.assign(this.tally, before.tally);
    this.kinds = new Map(before.kinds as [string, number][]);
  }
  get kept(): Readonly<Record<string, unknown>> {
    return { tally: this.tally, kinds: [...this.kinds] };
  }
  /** @param by -1: it is there no more */
  saw(record: DiscoveryRecord, by: 1 | -1 = 1): DiscoveryRecord {
    const { csl, copies, ebook, openCopies, journal, partnerCopies, kind } = record;
    const t = this.tally;
    const count = (name: keyof Tally, is: unknown): void => {
      if (is) t[name] += by;
    };
    t.records += by;
    this.kinds.set(kind, (this.kinds.get(kind) ?? 0) + by);
    t.copies += by * (copies?.length ?? 0);
    count(
      'booksWithoutCopy',
      kind === 'book' && ![copies, ebook, openCopies, partnerCopies].some((l) => l?.length),
    );
    count('partsOfNoList', csl.ISSN && !this.#listed.has(journal ?? ''));
    count('unrefereed', journal && this.#refereedUnknown.has(journal));
    count('withoutYear', !csl.issued);
    count('withoutHeadings', !record.subjects.length);
    count('ownersUnknown', record.owners === UNKNOWN_OWNERS);
    return record;
  }
  /** What is missing for which capability, as sentences. */
  gaps({ library, guidance, courses }: LibraryFolder): string[] {
    const said: (readonly [number | boolean, string])[] = [
      [
        this.tally.booksWithoutCopy,
        `${n(this.tally.booksWithoutCopy, 'book has', 'books have')} no copy and no e-book: they can only be borrowed from elsewhere`,
      ],
      [
        this.tally.partsOfNoList,
        `${n(this.tally.partsOfNoList, 'thing')} of journals that stand in no title list: they can’t be read at once`,
      ],
      [
        this.tally.unrefereed,
        `${n(this.tally.unrefereed, 'article is', 'articles are')} of journals of which refereed.csv says nothing: whether they were peer-reviewed is not known`,
      ],
      [
        this.tally.withoutYear,
        `${n(this.tally.withoutYear, 'record has', 'records have')} no year: they fall out when years are chosen`,
      ],
      [
        this.tally.withoutHeadings,
        `${n(this.tally.withoutHeadings, 'record has', 'records have')} no subject heading: they are found by their own words only`,
      ],
      [!library.lenders.length, 'there are no lenders: nothing can be promised from elsewhere'],
      [
        library.lenders.length > 0 && this.tally.ownersUnknown,
        `of ${n(this.tally.ownersUnknown, 'record')} nobody says which lenders own them: they are asked for at the odds of the past`,
      ],
      [!guidance.databases.length, 'there are no databases: a search that finds little is not handed on'],
      [!guidance.answers?.length, 'there are no ready answers: every question goes to a librarian'],
      [!courses.length, 'there are no courses'],
    ];
    return said.flatMap(([holds, text]) => (holds ? [text] : []));
  }
}
