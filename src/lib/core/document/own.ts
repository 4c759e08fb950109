/**
 * Manuscripts of our own as files: JSON with the document, its sources and its pictures, so that one goes from one
 * machine to another whole. The shape is documented in docs/manuscript-file.md.
 */
import Joi from 'joi';
import { assetFromData, assetToData, openDoc, readDoc, storeDoc, ManuscriptError } from '../manuscript';
import { fromManuscript, toManuscript, type Dropped, type Paper, type PaperSource } from '../paper';

export const OWN_FORMAT = 'rapid-quill-manuscript';
const VERSION = 1;

interface OwnFile {
	format: string;
	version: number;
	lang: string;
	authors: string[];
	doc: { version: number; content: unknown };
	sources: PaperSource[];
	/** Pictures as data addresses, by the names that the document has for them. */
	assets: Record<string, string>;
}

const schema = Joi.object({
	format: Joi.string().valid(OWN_FORMAT).required(),
	version: Joi.number().integer().min(1).required(),
	lang: Joi.string().allow('').default(''),
	authors: Joi.array().items(Joi.string()).default([]),
	doc: Joi.object({ version: Joi.number().integer().min(0).required(), content: Joi.object().required() }).required(),
	sources: Joi.array()
		.items(
			Joi.object({
				id: Joi.string().required(),
				key: Joi.string().allow('').default(''),
				item: Joi.object({ id: Joi.string().required(), type: Joi.string().required() }).unknown(true).required()
			})
		)
		.default([]),
	assets: Joi.object().pattern(Joi.string(), Joi.string().dataUri()).default({})
});

/** Writes a paper as a manuscript of ours. @returns the file, and what a manuscript has no place for */
export function writeOwn(paper: Paper): { text: string; dropped: Dropped[] } {
	const made = toManuscript(paper);
	const file: OwnFile = {
		format: OWN_FORMAT,
		version: VERSION,
		lang: paper.lang,
		authors: made.authors,
		doc: openDoc(storeDoc(made.doc)),
		sources: paper.sources,
		assets: Object.fromEntries(
			Object.entries(made.assets).map(([id, a]) => [id, assetToData({ ...a, id, createdAt: 0 })])
		)
	};
	return { text: `${JSON.stringify(file, null, '\t')}\n`, dropped: made.dropped };
}

/** @throws ManuscriptError with a sentence for the person where the file is none of ours, broken, or newer */
export function readOwn(text: string): Paper {
	let raw: unknown;
	try {
		raw = JSON.parse(text);
	} catch (e) {
		throw new ManuscriptError(`The file is no manuscript: it is not JSON (${(e as Error).message}).`, { cause: e });
	}
	const { error, value } = schema.validate(raw, { convert: false });
	if (error) throw new ManuscriptError(`The file is no manuscript of this program: ${error.message}.`);
	const file = value as OwnFile;
	if (file.version > VERSION) throw new ManuscriptError('The file was written by a newer version. Nothing was opened.');
	const assets: Paper['assets'] = {};
	for (const [name, data] of Object.entries(file.assets)) {
		const a = assetFromData(data);
		if (!a) throw new ManuscriptError(`The picture ${name} of the file cannot be read.`);
		assets[name] = { type: a.type, bytes: a.bytes };
	}
	return fromManuscript(readDoc(file.doc), {
		sources: file.sources,
		authors: file.authors,
		lang: file.lang,
		assets
	});
}
