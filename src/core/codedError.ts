/** An error whose reason is for people: the code that is thrown is put into words by whoever catches it. */
export class CodedError extends Error {
  override readonly name = 'CodedError';
  /** A message of the catalogue; core's ground knows nothing of its shape but the code. */
  readonly said: { readonly code: `${string}.${string}` };
  constructor(said: { readonly code: `${string}.${string}` }) {
    super(JSON.stringify(said));
    this.said = said;
  }
}
