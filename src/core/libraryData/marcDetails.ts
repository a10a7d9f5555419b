/**
 * What a MARC record says beyond what a reference needs: kind, carrier, languages, headings, contents, whom it is
 * about, for whom it is, and where it can be read. MARC 21 by its Format for Bibliographic Data, UNIMARC by its
 * manual; words of local cataloguing by the library's mapping.
 */
import { withoutIsbd as ends } from '../formats/isbd';
import type { MarcField, MarcRecord } from '../formats/marc';
import { isUnimarc } from '../formats/unimarc';
import { type Audience, type Carrier, type Kind, languageNamed } from '../model/kinds';
import type { CslItem, CslName, DiscoveryRecord, ProviderId } from '../model/record';
import { table } from '../table';
import { parted } from '../text';
import type { Mapping } from './mapping';

/** Carriers of RDA (field 338 $b). */
const CARRIERS = table<Carrier>({ cr: 'online', sd: 'cd', vd: 'dvd', nc: 'print' });
/** Target audience (MARC 21: 008/22 of books). */
const AUDIENCES = table<Audience>({ e: 'general', f: 'research', g: 'general' });

const all = (f: MarcField, codes: string): string[] =>
  f.subfields.filter(([c, t]) => codes.includes(c) && t.trim()).map(([, t]) => t.trim());

export interface MarcDetails
  extends Partial<
    Pick<DiscoveryRecord, 'kind' | 'audience' | 'contents' | 'about' | 'openCopies' | 'ebook'>
  > {
  readonly carrier: Carrier;
  readonly languages: readonly string[];
  readonly subjects: readonly string[];
  /** For what is a recording of a text: it is no song. */
  readonly type?: string;
}

/** Whose texts addresses in the record lead to: `byHost` names a provider, `open` says whether all may read there. */
export interface Hosts {
  readonly byHost: (host: string) => string | undefined;
  readonly open: (provider: string) => boolean;
}
const hostOf = (address: string): string => /^https?:\/\/([^/:?#]+)/i.exec(address)?.[1]?.toLowerCase() ?? '';

export function detailsOf(m: MarcRecord, csl: CslItem, mapping: Mapping, hosts: Hosts): MarcDetails {
  const unimarc = isUnimarc(m);
  const fields = (...tags: string[]): MarcField[] =>
    m.fields.filter((f) => tags.includes(f.tag) && !mapping.leaves.has(f.tag));
  const of = (tag: string, codes: string): string[] => fields(tag).flatMap((f) => all(f, codes));
  const control = (tag: string): string => m.control.find(([t]) => t === tag)?.[1] ?? '';
  const about008 = control('008');
  const type = m.leader[6] ?? 'a';

  const language = (code: string): string | undefined =>
    mapping.languages(code) ?? languageNamed(code) ?? undefined;
  const languages = [
    ...new Set(
      [
        ...(unimarc ? of('101', 'a') : [about008.slice(35, 38), ...of('041', 'a')]),
        ...(csl.language ? [csl.language] : []),
      ].flatMap((c) => language(c.trim()) ?? []),
    ),
  ];
  const headings = mapping.subjectFields.length
    ? fields(...mapping.subjectFields)
    : unimarc
      ? fields('606', '607', '610')
      : fields('650', '651', '653');
  const subjects = [
    ...new Set(
      headings
        .map((f) => all(f, 'axyz').map(ends).filter(Boolean).join(' -- '))
        .flatMap((heading) => (heading ? (mapping.subject(heading) ?? []) : [])),
    ),
  ];
  // Words for what it is: genre terms, the note on a thesis, form of the carrier.
  const genres = unimarc ? of('608', 'a') : [...of('655', 'a'), ...of('502', 'b')];
  const forms = unimarc
    ? of('183', 'a')
    : [...of('338', 'a'), ...of('337', 'a'), ...of('245', 'h'), ...of('300', 'a')];
  const first = <T>(texts: readonly string[], find: (text: string) => T | undefined): T | undefined => {
    for (const text of texts) {
      const found = find(ends(text).replace(/^\[|\]$/g, ''));
      if (found !== undefined) return found;
    }
    return undefined;
  };
  const spoken = type === 'i' && csl.type === 'song';
  const kind: Kind | undefined = first(genres, mapping.kinds) ?? (spoken ? 'book' : undefined);
  const form = unimarc ? '' : (about008[23] ?? '');
  const carrier: Carrier =
    first(forms, mapping.carriers) ??
    first(genres, mapping.carriers) ??
    (spoken
      ? 'audiobook'
      : form === 'd'
        ? 'large-print'
        : /^cr/.test(control('007')) || form === 'o' || form === 's' || (unimarc && of('135', 'a').length > 0)
          ? 'online'
          : (first(of('338', 'b'), (t) => CARRIERS.get(t)) ??
            (csl.type === 'motion_picture'
              ? 'dvd'
              : csl.type === 'song'
                ? 'cd'
                : csl.DOI
                  ? 'online'
                  : 'print')));
  const audience =
    first(unimarc ? of('333', 'a') : of('521', 'a'), mapping.audiences) ??
    (unimarc ? undefined : AUDIENCES.get(about008[22] ?? ''));
  const contents = (unimarc ? of('327', 'a') : of('505', 'atr'))
    .flatMap((t) => parted(t, /\s--\s|\s;\s/))
    .map(ends)
    .filter(Boolean);
  const about: CslName[] = fields('600').flatMap((f): CslName[] => {
    const name = ends(all(f, 'a')[0] ?? '');
    const [family = '', ...given] = unimarc ? [name, ...all(f, 'b').map(ends)] : name.split(/,\s*/);
    return family ? [given.length ? { family, given: given.join(', ') } : { literal: family }] : [];
  });
  const addresses = fields('856')
    // The thing itself, or a version of it; not a table of contents or a review (second indicator 2).
    .filter((f) => f.ind2 !== '2')
    .flatMap((f) => all(f, 'u'))
    .filter((u) => /^https?:\/\//i.test(u));
  return {
    carrier,
    languages,
    subjects,
    ...(kind ? { kind } : {}),
    ...(spoken ? { type: 'book' } : {}),
    ...(audience ? { audience } : {}),
    ...(contents.length ? { contents } : {}),
    ...(about.length ? { about } : {}),
    ...ledTo(addresses, csl.title, hosts),
  };
}
/** Where texts can be read, by addresses that lead to a provider of the library's. */
export function ledTo(
  addresses: readonly string[],
  title: string,
  hosts: Hosts,
): Pick<DiscoveryRecord, 'openCopies' | 'ebook'> {
  const led = addresses.flatMap((url) => {
    const provider = hosts.byHost(hostOf(url));
    return provider === undefined ? [] : [{ url, provider: provider as ProviderId }];
  });
  const open = led.filter((l) => hosts.open(l.provider));
  const held = led.filter((l) => !hosts.open(l.provider));
  return {
    ...(open.length
      ? { openCopies: open.map((l) => ({ ...l, version: 'version-of-record' as const })) }
      : {}),
    ...(held.length
      ? { ebook: held.map((l) => ({ provider: l.provider, publication_title: title, title_url: l.url })) }
      : {}),
  };
}
/** The fields of a record that its details say otherwise. */
export function withDetails(record: DiscoveryRecord, details: MarcDetails): DiscoveryRecord {
  const { type, languages, ...more } = details;
  return {
    ...record,
    ...more,
    languages: languages.length ? languages : record.languages,
    csl: { ...record.csl, ...(type ? { type } : {}) },
  };
}
export const hostsOf = (
  mapping: Mapping,
  providers: readonly { readonly id: string; readonly entitlement: unknown }[],
): Hosts => {
  const open = new Map(providers.map((p) => [p.id, p.entitlement === 'open']));
  return {
    byHost: (host) => {
      const said = mapping.links(host);
      return said !== undefined && open.has(said) ? said : undefined;
    },
    open: (provider) => open.get(provider) === true,
  };
};
