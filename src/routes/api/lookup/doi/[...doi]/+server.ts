import { json } from '@sveltejs/kit';
import { lookUpDoi, respond } from '$lib/server/lookup/respond';
import type { RequestHandler } from './$types';

const CSL = 'application/vnd.citationstyles.csl+json';

/** DOI content negotiation: the item as CSL-JSON, where that is what is asked for. */
export const GET: RequestHandler = ({ params, request }) => {
	const accept = request.headers.get('accept') ?? '*/*';
	if (!/\*\/\*|application\/(?:\*|json|vnd\.citationstyles\.csl\+json)/.test(accept))
		return json({ message: `Only ${CSL} is given out here.` }, { status: 406 });
	return respond(lookUpDoi(params.doi), ([item]) =>
		json({ ...item, id: undefined }, { headers: { 'content-type': CSL } })
	);
};
