import type { APIRoute } from 'astro';
import type { Moment } from '../../../core/discovery/answers';
import type { ReferenceItem } from '../../../core/model/record';
import { BODIES, withBody } from '../../../server/params';
import { json } from '../../../server/problem';

/**
 * What references that were read already mean: the app reads them in the browser and asks here, a few at a
 * time.
 */
export const POST: APIRoute = ({ request, locals }) =>
  withBody<{ items: ReferenceItem[]; moment: Moment; needBy: string }>(
    request,
    BODIES.resolve,
    locals.info,
    async (b) => json(await locals.index.resolve(b.items, b.moment, b.needBy)),
  );
