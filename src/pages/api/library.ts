import type { APIRoute } from 'astro';
import { json } from '../../server/problem';

export const GET: APIRoute = ({ locals }) => json(locals.info);
