/**
 * What a browser reports of our content security policy: which of its rules was touched and by what kind of
 * thing. The page's address, which is what a reader looked for, and samples of code stay out of the log.
 */
import Joi from 'joi';

export interface Breach {
  /** Directive of the policy: `script-src-elem`. */
  readonly directive: string;
  /** `inline`, `eval`, the scheme of an address that has no host (`data`), or the origin of one that has. */
  readonly blocked: string;
}
/** Bytes of one report. */
export const MAX_REPORT = 16_000;
const shape = Joi.object({
  'csp-report': Joi.object({
    'effective-directive': Joi.string(),
    'violated-directive': Joi.string(),
    'blocked-uri': Joi.string().allow(''),
  })
    .or('effective-directive', 'violated-directive')
    .unknown()
    .required(),
}).unknown();
type Report = { readonly 'csp-report': Readonly<Record<string, string | undefined>> };

const DIRECTIVE = /^[a-z]{1,12}(?:-[a-z]{1,12}){0,3}/;
/**
 * A report as browsers send it (Content Security Policy 3, 5.3: `application/csp-report`); null when it is
 * none.
 * @param text JSON
 */
export function readBreach(text: string): Breach | null {
  let report: unknown;
  try {
    report = JSON.parse(text);
  } catch {
    return null;
  }
  if (shape.validate(report).error) return null;
  const said = (report as Report)['csp-report'];
  const directive = DIRECTIVE.exec(said['effective-directive'] ?? said['violated-directive'] ?? '')?.[0];
  return directive ? { directive, blocked: kindOf(said['blocked-uri'] ?? '') } : null;
}
function kindOf(blocked: string): string {
  if (/^[a-z-]{1,20}$/.test(blocked)) return blocked;
  if (!URL.canParse(blocked)) return 'unknown';
  const { protocol, host } = new URL(blocked);
  return host ? `${protocol}//${host}`.slice(0, 120) : protocol.slice(0, -1).slice(0, 20);
}
