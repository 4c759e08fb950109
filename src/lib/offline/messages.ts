/** Reads what the service worker says. */
import Joi from 'joi';
import type { OfflineState } from './question';

const answer = Joi.object<OfflineState>({
	packs: Joi.number().integer().min(0).required(),
	of: Joi.number().integer().min(1).required()
});

/** Reads the worker's answer; null for anything else. */
export function readOfflineState(data: unknown): OfflineState | null {
	const { error, value } = answer.validate(data);
	return error ? null : (value as OfflineState);
}
