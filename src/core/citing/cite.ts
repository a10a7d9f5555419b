/**
 * Citations: things set in a CSL style, in the list and in the text, with what the style asks and the records
 * lack. The setting is citeproc's (CPAL 1.0); here is what is asked of it.
 */
import type { CitationItem, Engine, Section } from 'citeproc';
import type { CslItem } from '../model/record';
import type { Cited, CitedEntry, Place } from './cited';
import { couldLack, filledWith, type Lack, markedIn, piecesOf, signatureOf } from './lacking';
import { localeName } from './locale';
import { CSL, keepOddNames, passPlainText, readAnew, tellNobodyApart } from './processor';
import { type Run, runsOf } from './runs';
import { hasList, type StyleNode } from './style';

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
const FALLBACK = 'en-US';
const NO_LOCALE: StyleNode = { name: 'locale', attrs: {}, children: [] };
interface Made {
  readonly order: readonly string[];
  /** By id. */
  readonly html: ReadonlyMap<string, string>;
  readonly hanging: boolean;
}
interface Ways {
  readonly force?: string | null;
  readonly alone?: boolean;
}
/** A style made ready, which takes long, and the things that are set in it at present. */
class Setter {
  readonly #engine: Engine;
  readonly #list: boolean;
  readonly #alone: boolean;
  #items: Map<string, CslItem> = new Map();

  /**
   * @param force a language in place of the setting's
   * @param alone things are set each for itself: in the order given, nobody told apart from others
   */
  constructor({ style, locale, localeOf }: Setting, { force = null, alone = false }: Ways = {}) {
    const language = force ?? locale;
    this.#alone = alone;
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
    keepOddNames(this.#engine);
    if (alone) tellNobodyApart(this.#engine);
  }
  get notes(): boolean {
    return this.#engine.opt.xclass === 'note' || this.#engine.opt.class === 'note';
  }
  /**
   * Sets other things; those before are forgotten.
   * @param wanted ids of those that are to be set; the others are known of all the same
   */
  set(items: readonly CslItem[], wanted?: ReadonlySet<string>): Made {
    // Emptied first: things of the same id that differ would be taken for known.
    this.#engine.updateItems([]);
    this.#items = new Map(items.map((i) => [i.id, i]));
    this.#engine.updateItems([...this.#items.keys()], this.#alone);
    return this.#made(wanted);
  }
  /**
   * Sets some of the things again with more in them: order, numbers and letters are those of the list as it was set,
   * without which that takes a third of the time.
   * @param items of ids that were set
   */
  again(items: readonly CslItem[]): Made {
    const before = items.flatMap((item) => this.#items.get(item.id) ?? []);
    this.#read(items);
    const made = this.#made(new Set(items.map((i) => i.id)));
    // The list stands as it stood.
    this.#read(before);
    return made;
  }
  #read(items: readonly CslItem[]): void {
    for (const item of items) {
      this.#items.set(item.id, item);
      readAnew(this.#engine, item.id);
    }
  }
  #made(wanted: ReadonlySet<string> | undefined): Made {
    const all = this.#list ? this.#engine.registry.getSortedIds() : [...this.#items.keys()];
    const order = wanted ? all.filter((id) => wanted.has(id)) : all;
    const made = this.#list ? this.#engine.makeBibliography(this.#section(all, new Set(order))) : false;
    if (!made) return { order, html: new Map(order.map((id) => [id, this.cite({ id })])), hanging: false };
    const [info, html] = made;
    // Styles may set several things as one entry; each of them is where the entry is.
    const pairs = info.entry_ids.flatMap((ids, i) => ids.map((id) => [id, html[i] ?? ''] as const));
    const set = new Set(order);
    return {
      order: pairs.flatMap(([id]) => (set.has(id) ? id : [])),
      html: new Map(pairs),
      hanging: Boolean(info.hangingindent),
    };
  }
  /** Those wanted, each with the one before it: styles say something else of one whose author was just named. */
  #section(all: readonly string[], wanted: ReadonlySet<string>): Section | undefined {
    if (wanted.size === all.length) return undefined;
    const { exclude_types: types = [], exclude_with_fields: fields = [] } = this.#engine.bibliography.opt;
    return {
      exclude: [
        ...types.map((value) => ({ field: 'type', value })),
        ...fields.map((field) => ({ field, value: true })),
        ...all.flatMap((id, i) =>
          wanted.has(id) || wanted.has(all[i + 1] ?? '') ? [] : { field: 'id', value: id },
        ),
      ],
    };
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
export type Asked = ReadonlyMap<string, readonly Lack[]>;
function askedBy(items: readonly CslItem[], setter: Setter): Asked {
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
  /** Sets the list; each is made where it is wanted, which takes long. */
  #setter: Setter | null = null;
  /** Finds out what the style asks for, beside the list that was set. */
  #asker: Setter | null = null;
  /** The list that was set last, and of what. */
  #stands: { readonly of: string; readonly cited: Cited } | null = null;
  constructor(setting: Setting) {
    this.#setting = setting;
  }
  #sets(): Setter {
    this.#setter ??= new Setter(this.#setting);
    return this.#setter;
  }

  /**
   * The list alone: how each thing is cited in the text, and what is missing, is asked for with `inText` and
   * `withHoles`, which take as long again. The list that was set last is not set anew. Throws where the style can't
   * be used by the processor.
   * @param items ids all different
   */
  list(items: readonly CslItem[]): Cited {
    if (this.#stands && this.stands(items)) return this.#stands.cited;
    this.#stands = null;
    const cited = this.#set(items);
    this.#stands = { of: JSON.stringify(items), cited };
    return cited;
  }
  /** Whether the list of these things was the last that was set. */
  stands(items: readonly CslItem[]): boolean {
    return this.#stands?.of === JSON.stringify(items);
  }
  #set(items: readonly CslItem[]): Cited {
    const { order, html, hanging } = this.#sets().set(items);
    const { notes } = this.#sets();
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
    const setter = this.#sets();
    const set = (id: string, position: 0 | 1): Run[] => runsOf(setter.cite({ id, ...at, position }));
    return {
      ...cited,
      entries: cited.entries.map((entry) => ({
        ...entry,
        cited: set(entry.id, FIRST),
        again: cited.notes ? set(entry.id, LATER) : null,
      })),
    };
  }
  /**
   * What the style asks of things and they lack, whatever list they stand in: another one can find it out while this
   * one sets the list.
   */
  asks(items: readonly CslItem[]): Asked {
    this.#asker ??= new Setter(this.#setting, { alone: true });
    return askedBy(items, this.#asker);
  }
  /**
   * The same with what is missing, and holes in its place.
   * @param cited the list that was set last
   * @param items the things of the list
   */
  withHoles(cited: Cited, items: readonly CslItem[], asked = this.asks(items)): Cited {
    const lacks = new Map<string, readonly Lack[]>();
    const filled = items.flatMap((item, n) => {
      const missing = asked.get(signatureOf(item));
      if (!missing?.length) return [];
      lacks.set(item.id, missing);
      const variables = missing.map((l) => l.variable);
      return filledWith(item, variables, n);
    });
    if (!lacks.size) return cited;
    const { html } = this.#sets().again(filled);
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
/** Those whose record is in another language than the list's, each set in that language. */
function inOwnLanguage(items: readonly CslItem[], setting: Setting): ReadonlyMap<string, string> {
  const out = new Map<string, string>();
  const byLanguage = new Map<string, Set<string>>();
  for (const { id, language } of items)
    if (language) {
      const name = localeName(language);
      byLanguage.set(name, (byLanguage.get(name) ?? new Set()).add(id));
    }
  for (const [language, ids] of byLanguage) {
    if (language === setting.locale || !setting.localeOf(language)) continue;
    const { html } = new Setter(setting, { force: language }).set(items, ids);
    for (const id of ids) out.set(id, html.get(id) ?? '');
  }
  return out;
}
