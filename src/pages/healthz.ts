import type { APIRoute } from 'astro';
import { json } from '../server/problem';

export const GET: APIRoute = async ({ locals }) => {
  const { records, engine } = await locals.index.health();
  return json({ status: 'ok', records, engine });
};
