/** What we use of edtf, which brings no types of its own. */
declare module 'edtf' {
  /** Throws where the text is no date. Months are counted from nought. */
  export function parse(text: string): unknown;
}
