import { json } from '@sveltejs/kit';
import { lookUp, respond } from '$lib/server/lookup/respond';
import type { RequestHandler } from './$types';

/** `?q=` an identifier, or words of author and title: `{ items: CSL-JSON[] }`, best first; 400, 404, 502, 503 with `{ message }`. */
export const GET: RequestHandler = ({ url }) => respond(lookUp(url.searchParams.get('q')), (items) => json({ items }));
