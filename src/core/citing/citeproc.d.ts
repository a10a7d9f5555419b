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
    updateItems(ids: readonly string[]): void;
    setOutputFormat(format: 'text' | 'html'): void;
    makeBibliography(): [BibliographyInfo, string[]] | false;
    makeCitationCluster(items: readonly CitationItem[]): string;
  }
  const CSL: {
    Engine: typeof Engine;
    /** Called on a processor: small letters by the languages of what is set. */
    toLocaleLowerCase(
      this: {
        readonly tmp: { readonly lang_array?: readonly string[] };
        readonly opt?: { readonly lang?: string };
      },
      text: string,
    ): string;
    readonly Output: { readonly Formats: { readonly html: { text_escape(text: string): string } } };
    /** A style or locale as a tree. */
    parseXml(xml: string): import('./style').StyleNode;
  };

  export type { BibliographyInfo, CitationItem, Engine };
  export default CSL;
}
