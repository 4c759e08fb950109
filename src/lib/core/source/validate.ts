/** Validation of sources and CSL-JSON items at every border. */
import Joi from 'joi';
import type { Item } from '../csl';
import { ITEM_TYPES, NAME_VARIABLES, DATE_VARIABLES } from '../csl';
import type { Source } from './types';

/** Patterns and not sixty named fields: only what an item has is looked at, and an import has ten thousand of them. */
const one = (names: Iterable<string>) => new RegExp(`^(?:${[...names].join('|')})$`);
const LONGEST = 1_000_000;
/** Text of at most a million characters, a number or a boolean: what CSL-JSON has for plain fields. */
const scalar = Joi.any()
	.custom((v: unknown, h) => {
		if (typeof v === 'string') return v.length <= LONGEST ? v : h.error('scalar.max');
		return typeof v === 'number' || typeof v === 'boolean' ? v : h.error('scalar.base');
	})
	.messages({
		'scalar.max': `{{#label}} must be at most ${LONGEST.toLocaleString('en')} characters long`,
		'scalar.base': '{{#label}} must be text, a number or true or false'
	});
const part = Joi.string().allow('');
const name = Joi.object()
	.pattern(one(['family', 'given', 'literal', 'suffix', 'dropping-particle', 'non-dropping-particle']), part)
	.pattern(one(['comma-suffix', 'static-ordering', 'parse-names']), scalar)
	.or('family', 'given', 'literal')
	.unknown(true);
const date = Joi.object({
	'date-parts': Joi.array()
		.items(
			Joi.array()
				.items(Joi.alternatives(Joi.number(), Joi.string().allow('')))
				.max(3)
		)
		.min(1)
		.max(2),
	season: scalar,
	circa: scalar,
	literal: Joi.string().allow(''),
	raw: Joi.string().allow(''),
	edtf: Joi.string()
}).unknown(true);

const fields: Record<string, Joi.Schema> = {
	id: Joi.alternatives(Joi.string().min(1), Joi.number()).required(),
	type: Joi.string()
		.valid(...ITEM_TYPES)
		.required(),
	custom: Joi.object().unknown(true),
	categories: Joi.array().items(Joi.string())
};
const itemSchema = Joi.object(fields)
	.pattern(one(NAME_VARIABLES), Joi.array().items(name))
	.pattern(one(DATE_VARIABLES), date)
	.pattern(/^/, scalar)
	.prefs({ abortEarly: false, convert: false });

const excerpt = Joi.object({
	kind: Joi.string().valid('quotation', 'paraphrase', 'remark', 'picture').required(),
	text: Joi.string().allow('').required(),
	locator: Joi.object({ label: Joi.string().required(), value: Joi.string().required() }),
	section: Joi.string().allow(''),
	image: Joi.string().pattern(/^data:image\/(?:png|jpeg|gif|webp);base64,[A-Za-z0-9+/=]*$/)
}).unknown(true);

const sourceSchema = Joi.object({
	id: Joi.string().required(),
	key: Joi.string().required(),
	item: itemSchema.required(),
	tags: Joi.array().items(Joi.string()).required(),
	shelves: Joi.array().items(Joi.string()).required(),
	annotation: Joi.string().allow('').required(),
	excerpts: Joi.array().items(excerpt).required(),
	origin: Joi.string().allow('').required(),
	createdAt: Joi.number().required(),
	updatedAt: Joi.number().required(),
	flagged: Joi.boolean(),
	ignored: Joi.array().items(Joi.string()),
	replaces: Joi.array().items(Joi.string()),
	clashes: Joi.array().items(
		Joi.object({
			field: Joi.string().required(),
			theirs: Joi.any(),
			by: Joi.string().allow('').required(),
			at: Joi.number().required()
		})
	)
});

export interface Fault {
	/** Path of the field. */
	field: string;
	message: string;
}

function faults(error: Joi.ValidationError | undefined): Fault[] {
	return (error?.details ?? []).map((d) => ({
		field: d.path.join('.'),
		message: d.message.replace(/"/g, '“').replace(/“([^“]*)“/g, '“$1”')
	}));
}

/** What is wrong with an item; empty when nothing is. */
export function itemFaults(item: unknown): Fault[] {
	return faults(itemSchema.validate(item).error);
}

export function sourceFaults(source: unknown): Fault[] {
	return faults(sourceSchema.validate(source, { abortEarly: false, convert: false }).error);
}

/** Whether a value can be taken as an item at all, with a typed result. */
export function asItem(value: unknown): { item: Item } | { faults: Fault[] } {
	const found = itemFaults(value);
	return found.length ? { faults: found } : { item: value as Item };
}

export type { Source };
