/**
 * Where *Read* leads: the provider's link template, what the title list or the open copy gives, a resolver
 * for DOIs; and the proxy that licensed texts go through off campus. Templates are URI Templates (RFC 6570).
 */
import { parseTemplate } from 'url-template';
import type { LinkTemplates, Provider } from '../model/library';
import type { DiscoveryRecord, OpenCopy } from '../model/record';
import type { KbartLine } from '../model/titleList';

export interface LinkSource {
  readonly provider: Pick<Provider, 'link'>;
  /** The title-list line that covers it. */
  readonly line?: KbartLine;
  /** The free copy it is. */
  readonly open?: OpenCopy;
  /** The item is what the line is for as a whole, not a part of it. */
  readonly whole: boolean;
}

const templates = new Map<string, ReturnType<typeof parseTemplate>>();
const NAMES = /\{[+#]?([\w,]+)\}/g;

/**
 * Fills a template; null when it names something that is not known.
 * @example fillTemplate('https://a.example/{id}{?page}', { id: '7', page: '12' }) //
 *   'https://a.example/7?page=12'
 */
export function fillTemplate(
  template: string,
  known: Readonly<Record<string, string | undefined>>,
): string | null {
  for (const m of template.matchAll(NAMES))
    if ((m[1] as string).split(',').some((name) => !Object.hasOwn(known, name) || !known[name])) return null;
  let parsed = templates.get(template);
  if (!parsed) {
    parsed = parseTemplate(template);
    templates.set(template, parsed);
  }
  return parsed.expand(
    Object.fromEntries(Object.entries(known).filter(([, v]) => v !== undefined)) as Record<string, string>,
  );
}

/**
 * The address of an item at a provider; null when nothing that is known leads there. A whole title is where
 * its title list says; a part is where the provider's template says, or else to be found from its title's
 * page.
 * @example linkFor({ provider: { link: 'https://p.example/{doi}' }, whole: false },
 *   { id: 'x', csl: { type: 'article', title: 'Kelp', DOI: '10.5555/x' } }, {}) //
 *   'https://p.example/10.5555%2Fx'
 */
export function linkFor(
  { provider, line, open, whole }: LinkSource,
  { id, csl }: Pick<DiscoveryRecord, 'id' | 'csl'>,
  links: LinkTemplates,
): string | null {
  const filled = (template: string | undefined): string | null =>
    template === undefined
      ? null
      : fillTemplate(template, {
          id,
          title_url: line?.title_url,
          title_id: line?.title_id,
          doi: csl.DOI,
          issn: csl.ISSN,
          isbn: csl.ISBN,
          volume: csl.volume,
          issue: csl.issue,
          page: csl.page?.split(/[-–]/)[0]?.trim(),
        });
  const own = open?.url ?? null;
  const title = line?.title_url || null;
  const ways = whole ? [own, title, filled(provider.link)] : [own, filled(provider.link), title];
  return [...ways, filled(links.doi)].find((href) => href !== null && isAddress(href)) ?? null;
}
/** Web addresses, and paths here; whatever else stands in a title list opens nothing. */
const isAddress = (href: string): boolean => /^(?:https?:\/\/[^\s/]|\/(?![/\\]))/i.test(href);

/**
 * An address as it is used from outside the campus network: through the library's proxy, where it has one.
 */
export const fromOutside = (href: string, links: LinkTemplates): string =>
  (links.proxy === undefined ? null : fillTemplate(links.proxy, { url: href })) ?? href;
