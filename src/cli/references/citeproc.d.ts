/** What we use of citeproc, which brings no types of its own. */
declare module 'citeproc' {
  class Engine {
    constructor(
      sys: { retrieveLocale(lang: string): string; retrieveItem(id: string): unknown },
      style: string,
    );
    updateItems(ids: readonly string[]): void;
    setOutputFormat(format: 'text' | 'html'): void;
    makeBibliography(): [unknown, string[]];
  }
  const CSL: { Engine: typeof Engine };
  export default CSL;
}
