/** From a question to an answer of HTTP: validation, delay, resolver or stand-in. */
import { json } from '@sveltejs/kit';
import Joi from 'joi';
import { env } from '$env/dynamic/private';
import type { Item } from '$lib/core/csl';
import { recognise } from '$lib/core/source';
import { asItem } from '$lib/core/source/validate';
import { answer, delayOf, LookupError } from './index';
import { askResolver } from './resolver';

const question = Joi.string().trim().min(1).max(500).required();

/** Items for a question, after the delay a service would have. @throws LookupError */
export async function lookUp(q: unknown): Promise<Item[]> {
	const { error, value } = question.validate(q);
	if (error) throw new LookupError(400, 'A question has between 1 and 500 characters.');
	const text = value as string;
	const id = recognise(text);
	if (env.RQ_RESOLVER && id?.kind === 'DOI' && !id.fault) {
		const got = await askResolver(env.RQ_RESOLVER, id.value, fetch);
		const item = asItem({ ...(got as object), id: id.value });
		if ('faults' in item)
			throw new LookupError(
				502,
				`The resolver’s answer cannot be used: ${item.faults[0].field}: ${item.faults[0].message}`
			);
		return [item.item];
	}
	const wait = /^(?:doi:\s*)?10\.5555\/slow\b/i.test(text) ? 20_000 : delayOf(text) * Number(env.RQ_LOOKUP_DELAY ?? 1);
	if (wait > 0) await new Promise((r) => setTimeout(r, wait));
	return answer(text);
}

/** The same for what must be a DOI: words that are none find nothing. @throws LookupError */
export async function lookUpDoi(doi: string): Promise<Item[]> {
	const id = recognise(`doi:${doi}`);
	if (id?.kind !== 'DOI')
		throw new LookupError(400, `“${doi.slice(0, 80)}” is no DOI: one begins with 10. and a number.`);
	return lookUp(`doi:${doi}`);
}

/** Runs a question and says what went wrong in words. */
export async function respond(found: Promise<Item[]>, whole: (items: Item[]) => Response): Promise<Response> {
	try {
		return whole(await found);
	} catch (e) {
		if (e instanceof LookupError) return json({ message: e.message }, { status: e.status });
		throw e;
	}
}
