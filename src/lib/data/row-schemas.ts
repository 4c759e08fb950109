/** The rules of rows.ts as Joi schemas, for saying what is wrong with a row. Loaded when something is. */
import Joi from 'joi';
import { DATE_VARIABLES, NAME_VARIABLES } from '$lib/core/csl/variables';

const one = (names: Iterable<string>) => new RegExp(`^(?:${[...names].join('|')})$`);
const text = Joi.string().allow('');
/** Numbers as they are, whatever their size; JavaScript's largest are in no row on purpose, and do no harm. */
const number = Joi.number().unsafe();
const texts = Joi.array().items(text);

const source = Joi.object({
	id: Joi.string().required(),
	key: Joi.string().required(),
	item: Joi.object({ type: Joi.string().required() })
		.pattern(one(NAME_VARIABLES), Joi.array().items(Joi.object().unknown(true)))
		.pattern(one(DATE_VARIABLES), Joi.object().unknown(true))
		.unknown(true)
		.required(),
	tags: texts.required(),
	shelves: texts.required(),
	annotation: text.required(),
	excerpts: Joi.array()
		.items(Joi.object({ kind: Joi.string().required(), text: text.required() }).unknown(true))
		.required(),
	origin: text.required(),
	createdAt: number.required(),
	updatedAt: number.required(),
	ignored: texts,
	replaces: texts,
	clashes: Joi.array().items(
		Joi.object({ field: Joi.string().required(), by: text.required(), at: number.required() }).unknown(true)
	)
}).unknown(true);

const doc = Joi.object({
	version: number.required(),
	content: Joi.alternatives(text, Joi.object().unknown(true)).required()
}).unknown(true);
const manuscript = Joi.object({ id: Joi.string().required(), doc: doc.required() }).unknown(true);
const version = Joi.object({
	manuscriptId: Joi.string().required(),
	at: number.required(),
	doc: doc.required(),
	sent: Joi.object({ id: Joi.string().required(), file: text.required(), back: doc.required() }).unknown(true),
	returned: Joi.object({
		of: text.required(),
		file: text.required(),
		sender: Joi.object({ by: text.required(), at: text.required() }).unknown(true).required(),
		tracked: Joi.array()
			.items(
				Joi.object({
					id: text.required(),
					how: text.required(),
					by: text.required(),
					at: text.required(),
					text: text.required()
				}).unknown(true)
			)
			.required(),
		comments: Joi.object().unknown(true).required()
	}).unknown(true)
}).unknown(true);
const style = Joi.object({
	id: Joi.string()
		.pattern(/^own-[\w.-]+$/)
		.required(),
	title: Joi.string().required(),
	xml: text.required(),
	parent: text
}).unknown(true);

const work = Joi.object({
	id: Joi.string()
		.pattern(/^work-/)
		.required(),
	title: text.required(),
	parts: Joi.array()
		.items(
			Joi.object({
				t: Joi.valid('text').required(),
				id: Joi.string().required(),
				manuscript: Joi.string().required()
			}).unknown(true),
			Joi.object({ t: Joi.valid('part').required(), id: Joi.string().required(), title: text.required() }).unknown(true)
		)
		.required()
}).unknown(true);

const SCHEMAS = { sources: source, manuscripts: manuscript, versions: version, styles: style, works: work };

/** What is wrong, in words that somebody understands who has never seen a schema. */
const WORDS: Record<string, string> = {
	'any.required': '{{#label}} is missing',
	'string.empty': '{{#label}} is empty',
	'string.base': '{{#label}} is not text',
	'string.pattern.base': '{{#label}} is written in a way that cannot be read',
	'number.base': '{{#label}} is not a number',
	'array.base': '{{#label}} is not a list of values',
	'array.includes': '{{#label}} is not a chapter or part that can be read',
	'array.sparse': '{{#label}} is missing',
	'object.base': '{{#label}} is not a record of its own',
	'alternatives.types': '{{#label}} cannot be read',
	'alternatives.match': '{{#label}} cannot be read'
};

/** What is wrong with a row, in words; '' when nothing is. */
export function rowFault(table: keyof typeof SCHEMAS, row: unknown): string {
	const { error } = SCHEMAS[table].required().validate(row, { convert: false, abortEarly: true, messages: WORDS });
	return error ? error.message.replace(/"([^"]*)"/g, '“$1”') : '';
}
