/** What we use of Citation.js, which brings no types of its own. */
declare module '@citation-js/core' {
  export const plugins: {
    readonly input: { chain(input: unknown, options?: { generateGraph?: boolean }): unknown };
  };
}
declare module '@citation-js/plugin-bibtex';
declare module '@citation-js/plugin-ris';
