/** What we use of citeproc, which brings no types of its own. */
declare module 'citeproc' {
  interface CitationItem {
    readonly id: string;
    readonly locator?: string;
    readonly label?: string;
    readonly position?: 0 | 1;
  }
  interface BibliographyInfo {
    readonly entry_ids: readonly (readonly string[])[];
    readonly hangingindent: boolean | number;
    readonly 'second-field-align': boolean | string;
  }
  /** How it reads a tree. */
  interface XmlReader {
    /** @param called the attribute `name` that they have; all where it is not given */
    getNodesByName(
      node: import('./style').StyleNode | undefined,
      name: string,
      called?: string,
      found?: import('./style').StyleNode[],
    ): import('./style').StyleNode[];
  }
  interface CslName {
    readonly family?: string | undefined;
    readonly given?: string | undefined;
  }
  /** Entries that one of these is true of are left out. */
  interface Section {
    readonly exclude: readonly { readonly field: string; readonly value: string | boolean }[];
  }
  class Engine {
    constructor(
      sys: { retrieveLocale(lang: string): unknown; retrieveItem(id: string): unknown },
      style: unknown,
      lang?: string,
      forceLang?: boolean,
    );
    readonly fun: {
      /** Quotation marks and tags in text. */
      readonly flipflopper: { processTags(blob: { blobs: unknown }): void };
    };
    readonly opt: { readonly class: string; readonly xclass: string };
    readonly registry: {
      getSortedIds(): readonly string[];
      /** Works out what things are sorted by. */
      setsortkeys(): void;
      /** Whose names are alike: keeps one, and says how much of one is to be shown. */
      readonly namereg: {
        addname(id: string, name: CslName, ...how: unknown[]): void;
        evalname(id: string, name: CslName, ...how: unknown[]): number;
      };
      /** Things as they were read, by id. */
      readonly refhash: Record<string, unknown>;
    };
    /** How things whose citations are alike are told apart. */
    readonly disambiguate: { readonly modes: string[] };
    readonly tmp: { readonly loadedItemIDs: Record<string, boolean> };
    /** A thing as it was read; asked for outside where it is not. */
    retrieveItem(id: string): unknown;
    /** What the style leaves out of the list. */
    readonly bibliography: {
      readonly opt: {
        readonly exclude_types?: readonly string[];
        readonly exclude_with_fields?: readonly string[];
      };
    };
    /** @param nosort in the order given */
    updateItems(ids: readonly string[], nosort?: boolean): void;
    setOutputFormat(format: 'text' | 'html'): void;
    makeBibliography(section?: Section): [BibliographyInfo, string[]] | false;
    makeCitationCluster(items: readonly CitationItem[]): string;
  }
  const CSL: {
    Engine: typeof Engine;
    /** Called on a processor: a thing as it is cited where nobody is told apart from others. */
    getAmbiguousCite(this: Engine, item: { readonly id: string }, ...how: unknown[]): string;
    /** Called on a processor: small letters by the languages of what is set. */
    toLocaleLowerCase(
      this: {
        readonly tmp: { readonly lang_array?: readonly string[] };
        readonly opt?: { readonly lang?: string };
      },
      text: string,
    ): string;
    readonly XmlJSON: { readonly prototype: XmlReader };
    /** The attributes that are forms of type, in the order in which they are set. */
    readonly FORMAT_KEY_SEQUENCE: readonly string[];
    /** Takes them out of the attributes. */
    setDecorations(state: unknown, attributes: Record<string, string>): [string, string][];
    readonly Stack: { readonly prototype: { readonly mystack: readonly unknown[]; value(): unknown } };
    readonly Output: { readonly Formats: { readonly html: { text_escape(text: string): string } } };
    readonly Disambiguation: {
      readonly prototype: {
        /** By a thing as it is cited: the ids of those that are cited like it. */
        readonly ambigcites: Readonly<Record<string, readonly string[]>>;
        /** Tells those that are cited alike apart. */
        run(cited: string): void;
      };
    };
    /** A style or locale as a tree. */
    parseXml(xml: string): import('./style').StyleNode;
  };

  export type { BibliographyInfo, CitationItem, CslName, Engine, Section };
  export default CSL;
}
