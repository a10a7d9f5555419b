/**
 * Citations: things set in a CSL style, in the list and in the text, with what the style asks and the records
 * lack. The setting is citeproc's (CPAL 1.0); here is what is asked of it.
 */
import CSL, { type CitationItem, type Engine } from 'citeproc';
import type { CslItem } from '../model/record';
import { couldLack, filledWith, type Lack, markedIn, piecesOf, signatureOf } from './lacking';
import { localeName } from './locale';
import { type Run, runsOf } from './runs';
import { hasList, type StyleNode } from './style';

/** What a place in a work is counted in (CSL locator terms that people ask for). */
export const PLACES = [
  'page',
  'chapter',
  'section',
  'paragraph',
  'verse',
  'line',
  'note',
  'timestamp',
] as const;
export interface Place {
  readonly label: (typeof PLACES)[number];
  readonly value: string;
}
/** How things are to be set. */
export interface Setting {
  readonly style: StyleNode;
  /** A locale in place of the style's own (BCP 47, as `de-DE`); null for the style's. */
  readonly locale: string | null;
  /** A locale by its name; null where there is none. */
  readonly localeOf: (name: string) => StyleNode | null;
  /** Each entry in the language of its record, where a locale for it is there. */
  readonly byRecord?: boolean;
}
export interface CitedEntry {
  readonly id: string;
  /** As it stands in the list; in a style without one, the note. */
  readonly runs: readonly Run[];
  /** In the text, or in the note where the style cites in notes; null before it was asked for. */
  readonly cited: readonly Run[] | null;
  /** The note when the work was cited before; null where the style cites in the text. */
  readonly again: readonly Run[] | null;
  /** The entry with holes where something is missing; null where nothing is. */
  readonly holes: readonly Run[] | null;
  readonly missing: readonly Lack[];
}
export interface Cited {
  readonly notes: boolean;
  readonly list: boolean;
  /** Lines after the first stand further in. */
  readonly hanging: boolean;
  /** In the order of the list. */
  readonly entries: readonly CitedEntry[];
}

const FALLBACK = 'en-US';
const NO_LOCALE: StyleNode = { name: 'locale', attrs: {}, children: [] };
interface Made {
  readonly order: readonly string[];
  /** By id. */
  readonly html: ReadonlyMap<string, string>;
  readonly hanging: boolean;
}
/** Text in which no quotation mark, apostrophe or tag can stand, in whatever language. */
const PLAIN = /^[A-Za-z0-9 .,:;()/&\u00c0-\u024f–—-]*$/;
/**
 * The processor looks for quotation marks and tags in every piece of text that it sets, with an expression made
 * anew each time: a tenth to a fifth of all its work. Text that has none is passed as it is, with the same result.
 */
function passPlainText({ fun: { flipflopper } }: Engine): void {
  const look = flipflopper.processTags;
  flipflopper.processTags = (blob) => {
    if (typeof blob.blobs !== 'string' || !PLAIN.test(blob.blobs)) look.call(flipflopper, blob);
  };
}
/** Languages whose small letters are not everybody's (Unicode, SpecialCasing). */
const OWN_CASE = /^(?:az|lt|tr)\b/i;
/** Text in which HTML has to say nothing otherwise, and no raised letter stands. */
const AS_IT_IS = /^(?!.*\s\s)[A-Za-z0-9 .,:;()/'\u00c0-\u024f\u2013-\u201d-]*$/;
/**
 * The same for small letters, which it asks of the platform language by language, and for what HTML escapes: five
 * passes over each piece of text. Both are for all processors of this program, with the same results.
 */
function passPlainLetters(): void {
  const { toLocaleLowerCase } = CSL;
  CSL.toLocaleLowerCase = function (text) {
    return (this.tmp.lang_array ?? [this.opt?.lang ?? '']).some((l) => OWN_CASE.test(l))
      ? toLocaleLowerCase.call(this, text)
      : text.toLowerCase();
  };
  const { html } = CSL.Output.Formats;
  const escaped = html.text_escape;
  html.text_escape = (text) => (text && AS_IT_IS.test(text) ? text : escaped(text));
}
passPlainLetters();

/** A style made ready, which takes long, and the things that are set in it at present. */
class Setter {
  readonly #engine: Engine;
  readonly #list: boolean;
  #items: ReadonlyMap<string, CslItem> = new Map();

  constructor({ style, locale, localeOf }: Setting, force: string | null = null) {
    const language = force ?? locale;
    this.#list = hasList(style);
    this.#engine = new CSL.Engine(
      {
        retrieveLocale: (name) =>
          localeOf(name) ?? localeOf(localeName(name)) ?? localeOf(FALLBACK) ?? NO_LOCALE,
        retrieveItem: (id) => this.#items.get(id) ?? { id, type: 'document' },
      },
      style,
      language ?? FALLBACK,
      language !== null,
    );
    this.#engine.setOutputFormat('html');
    passPlainText(this.#engine);
  }
  get notes(): boolean {
    return this.#engine.opt.xclass === 'note' || this.#engine.opt.class === 'note';
  }
  /** Sets other things; those before are forgotten. */
  set(items: readonly CslItem[]): Made {
    // Emptied first: things of the same id that differ would be taken for known.
    this.#engine.updateItems([]);
    this.#items = new Map(items.map((i) => [i.id, i]));
    const order = [...this.#items.keys()];
    this.#engine.updateItems(order);
    const made = this.#list ? this.#engine.makeBibliography() : false;
    if (!made) return { order, html: new Map(order.map((id) => [id, this.cite({ id })])), hanging: false };
    const [info, html] = made;
    // Styles may set several things as one entry; each of them is where the entry is.
    const pairs = info.entry_ids.flatMap((ids, i) => ids.map((id) => [id, html[i] ?? ''] as const));
    return { order: pairs.map(([id]) => id), html: new Map(pairs), hanging: Boolean(info.hangingindent) };
  }
  /** One of the things set, as it is cited. */
  cite(item: CitationItem): string {
    return this.#engine.makeCitationCluster([item]);
  }
}

const [FIRST, LATER] = [0, 1] as const;
const withHoles = (runs: readonly Run[]): Run[] =>
  runs.flatMap((run) =>
    piecesOf(run.text).map(
      (p): Run => ('variable' in p ? { ...run, text: '', gap: p.variable } : { ...run, text: p.text }),
    ),
  );

/** By signature: of what could be lacking, what the style would print. */
function askedBy(items: readonly CslItem[], setter: Setter): ReadonlyMap<string, readonly Lack[]> {
  const samples = new Map<string, { readonly item: CslItem; readonly could: readonly Lack[] }>();
  for (const item of items) {
    const could = couldLack(item);
    if (could.length && !samples.has(signatureOf(item))) samples.set(signatureOf(item), { item, could });
  }
  const probes = new Map<string, CslItem>();
  const nameOf = (n: number, variable: string): string => `${n} ${variable}`;
  const list = [...samples];
  // One by one: what stands in for one may keep the style from printing another.
  for (const [n, [, { item, could }]] of list.entries())
    for (const { variable } of could)
      probes.set(nameOf(n, variable), { ...filledWith(item, [variable]), id: nameOf(n, variable) });
  if (!probes.size) return new Map();
  // The order of the list is of no matter here, nor whom the style tells apart by letters.
  const { html } = setter.set([...probes.values()]);
  return new Map(
    list.map(([signature, { could }], n): [string, readonly Lack[]] => [
      signature,
      could.filter(({ variable }) => markedIn(html.get(nameOf(n, variable)) ?? '').has(variable)),
    ]),
  );
}

/**
 * A style made ready to set things in. Making it ready takes a while, setting a long list too: what changes
 * nothing of the style goes through the same one again.
 */
export class Citer {
  readonly #setting: Setting;
  readonly #setter: Setter;
  /** Throws where the style can't be used by the processor. */
  constructor(setting: Setting) {
    this.#setting = setting;
    this.#setter = new Setter(setting);
  }

  /**
   * The list alone: how each thing is cited in the text, and what is missing, is asked for with `inText` and
   * `withHoles`, which take as long again.
   * @param items ids all different
   */
  list(items: readonly CslItem[]): Cited {
    const setter = this.#setter;
    const { order, html, hanging } = setter.set(items);
    const { notes } = setter;
    const own = this.#setting.byRecord ? inOwnLanguage(items, this.#setting) : new Map<string, string>();
    return {
      notes,
      list: hasList(this.#setting.style),
      hanging,
      entries: order.map((id) => ({
        id,
        runs: runsOf(own.get(id) ?? html.get(id) ?? ''),
        cited: null,
        again: null,
        holes: null,
        missing: [],
      })),
    };
  }
  /**
   * The same with each thing as it is cited in the text or in a note.
   * @param cited the list that was set last
   * @param place where in the works; null for none
   */
  inText(cited: Cited, place: Place | null = null): Cited {
    const at = place?.value.trim() ? { locator: place.value.trim(), label: place.label } : {};
    const set = (id: string, position: 0 | 1): Run[] => runsOf(this.#setter.cite({ id, ...at, position }));
    return {
      ...cited,
      entries: cited.entries.map((entry) => ({
        ...entry,
        cited: set(entry.id, FIRST),
        again: cited.notes ? set(entry.id, LATER) : null,
      })),
    };
  }
  /** The same with what is missing, and holes in its place; another list has to be set before `inText` again. */
  withHoles(cited: Cited, items: readonly CslItem[]): Cited {
    const asked = askedBy(items, this.#setter);
    const lacking = items.flatMap((item): [CslItem, readonly Lack[]][] => {
      const lacks = asked.get(signatureOf(item)) ?? [];
      return lacks.length ? [[item, lacks]] : [];
    });
    if (!lacking.length) return cited;
    const filled = lacking.map(([item, lacks]) =>
      filledWith(
        item,
        lacks.map((l) => l.variable),
      ),
    );
    const { html } = this.#setter.set(filled);
    const lacks = new Map(lacking.map(([item, list]) => [item.id, list]));
    const entries = cited.entries.map((entry): CitedEntry => {
      const missing = lacks.get(entry.id);
      if (!missing) return entry;
      return { ...entry, missing, holes: withHoles(runsOf(html.get(entry.id) ?? '')) };
    });
    return { ...cited, entries };
  }
}

/**
 * Sets things in a style, with what is missing. Throws where the style can't be used by the processor.
 * @param items ids all different
 */
export function citeAll(items: readonly CslItem[], setting: Setting, place: Place | null = null): Cited {
  const citer = new Citer(setting);
  return citer.withHoles(citer.inText(citer.list(items), place), items);
}
/** Entries whose record is in another language than the list's, each set in that language. */
function inOwnLanguage(items: readonly CslItem[], setting: Setting): ReadonlyMap<string, string> {
  const out = new Map<string, string>();
  const languages = new Set(items.flatMap((i) => (i.language ? [localeName(i.language)] : [])));
  for (const language of languages) {
    if (language === setting.locale || !setting.localeOf(language)) continue;
    const { html } = new Setter(setting, language).set(items);
    for (const item of items)
      if (item.language && localeName(item.language) === language) out.set(item.id, html.get(item.id) ?? '');
  }
  return out;
}
