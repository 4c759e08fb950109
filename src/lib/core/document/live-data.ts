/**
 * What a live file carries beside its text, so that everything in it is live again where it is opened: sources, citations
 * and the settings of the manuscript, as JSON in a part of the package. The form is documented in docs/live-file.md.
 */
import Joi from 'joi';
import type { PaperCite, PaperSource } from '../paper';

export const LIVE_FORMAT = 'rapid-quill-live';
/** 2: the style travels along where the person brought it. 3: the name under which what was sent is remembered. */
export const LIVE_VERSION = 3;
/** Name space of the part of the package that holds it. */
export const LIVE_NAMESPACE = 'urn:rapid-quill:live-file:1';

/** Property of an OpenDocument text that holds it. */
export const LIVE_PROPERTY = LIVE_FORMAT;

export interface LiveCitation {
	cites: PaperCite[];
	/** Words by hand, and what the mark jumped over; as the manuscript has them. */
	override: unknown;
	moved: unknown;
	/** What it printed when the file was written, as plain text; null where that is not known. A file always says it. */
	printed: string | null;
}

export interface LiveFile {
	format: typeof LIVE_FORMAT;
	version: number;
	/** The manuscript it was written from. */
	manuscript: string;
	lang: string;
	authors: string[];
	/** Attributes of the document: style, settings, entries by hand. */
	own: Record<string, unknown>;
	citations: Record<string, LiveCitation>;
	/** Settings of bibliographies. */
	bibliographies: Record<string, Record<string, unknown>>;
	sources: PaperSource[];
	/** The style's rules as a CSL file, where no catalogue has them. */
	styleFile?: string;
	/** The name under which whoever wrote it remembers what was in it. */
	sent?: string;
}

const cite = Joi.object({
	sourceId: Joi.string().required(),
	locator: Joi.object({ label: Joi.string().required(), value: Joi.string().required() }).allow(null).required(),
	prefix: Joi.string().allow('').required(),
	suffix: Joi.string().allow('').required(),
	form: Joi.string().valid('parenthetical', 'narrative', 'author-only', 'year-only').required()
});
const schema = Joi.object({
	format: Joi.string().valid(LIVE_FORMAT).required(),
	version: Joi.number().integer().min(1).required(),
	manuscript: Joi.string().allow('').required(),
	lang: Joi.string().allow('').required(),
	authors: Joi.array().items(Joi.string().allow('')).required(),
	own: Joi.object().required(),
	citations: Joi.object()
		.pattern(
			Joi.string(),
			Joi.object({
				cites: Joi.array().items(cite).min(1).required(),
				override: Joi.object().allow(null).required(),
				moved: Joi.object().allow(null).required(),
				printed: Joi.string().allow('').required()
			})
		)
		.required(),
	bibliographies: Joi.object().pattern(Joi.string(), Joi.object()).required(),
	sources: Joi.array()
		.items(
			Joi.object({
				id: Joi.string().required(),
				key: Joi.string().allow('').required(),
				item: Joi.object({ id: Joi.string().required(), type: Joi.string().required() }).unknown(true).required()
			})
		)
		.required(),
	styleFile: Joi.string(),
	sent: Joi.string()
});

/** @returns null where it is none of ours, is broken, or comes from a newer version: the text is read as any other then */
export function readLive(text: string): LiveFile | null {
	let raw: unknown;
	try {
		raw = JSON.parse(text);
	} catch (e) {
		if (e instanceof SyntaxError) return null;
		throw e;
	}
	const { error, value } = schema.validate(raw, { convert: false });
	if (error) return null;
	const file = value as LiveFile;
	return file.version > LIVE_VERSION ? null : file;
}

/** Tags of content controls, bookmarks and sections: what they hold is live, or was made for the page and is made anew. */
export const TAGS = { own: 'rq-', citation: 'rq-cite:', bibliography: 'rq-list:', made: 'rq-made' } as const;
