import type { APIRoute } from 'astro';
import {
  idIn,
  type OaiSource,
  oaiFault,
  oaiFormats,
  oaiIdentify,
  oaiList,
  oaiRecord,
  readOai,
} from '../core/oai/provider';
import { guarded } from '../server/params';

/** Records of one answer. */
const PAGE = 100;
const xml = (text: string): Response =>
  new Response(text, { headers: { 'content-type': 'text/xml; charset=utf-8', 'cache-control': 'no-store' } });

/** OAI-PMH 2.0: the records of the index for who gathers them, in Dublin Core and MARCXML. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const asked = readOai(url.searchParams);
    const today = locals.info.now.slice(0, 10);
    const list = asked.verb === 'ListRecords' || asked.verb === 'ListIdentifiers' ? asked : null;
    const { entries, next, since } = await locals.index.harvest({
      from: list?.from ?? '',
      until: list?.until ?? '',
      today,
      place: list?.place ?? 0,
      limit: list ? PAGE : 0,
    });
    const source: OaiSource = {
      address: `${locals.base}/oai`,
      name: locals.info.name,
      mail: locals.info.words.desk || `library@${new URL(locals.base).hostname}`,
      earliest: since,
      now: `${new Date().toISOString().slice(0, 19)}Z`,
    };
    switch (asked.verb) {
      case 'fault':
        return xml(oaiFault(source, asked.error, asked.about));
      case 'Identify':
        return xml(oaiIdentify(source));
      case 'ListMetadataFormats': {
        const id = asked.identifier;
        if (id && !(await locals.index.harvestOne(idIn(source, id))))
          return xml(oaiFault(source, 'idDoesNotExist', id));
        return xml(oaiFormats(source));
      }
      case 'GetRecord': {
        const found = await locals.index.harvestOne(idIn(source, asked.identifier));
        return xml(
          found && (found.record?.added ?? '') <= today
            ? oaiRecord(source, found, asked.prefix, asked.identifier)
            : oaiFault(source, 'idDoesNotExist', asked.identifier),
        );
      }
      default:
        return xml(
          entries.length
            ? oaiList(source, asked, entries, next)
            : asked.place
              ? oaiFault(source, 'badResumptionToken', '')
              : oaiFault(source, 'noRecordsMatch', ''),
        );
    }
  });
