/** Brings a stored document of any earlier schema version up to the present one. */
import { Node } from 'prosemirror-model';
import { cleanMoved, cleanCites } from './cites';
import { SCHEMA_VERSION, schema } from './schema';
import { wrapAttrs } from './doc-attrs';
import { cleanDocStyle } from './doc-style';
import { safeImage } from './assets';

export interface StoredDoc {
	version: number;
	/** The document in JSON; in the browser's store as text, which is written and read many times faster than objects. */
	content: unknown;
}

interface Json {
	type?: string;
	attrs?: Record<string, unknown>;
	content?: Json[];
	marks?: { type?: string; attrs?: Record<string, unknown> }[];
	text?: string;
	[key: string]: unknown;
}

/** One step per version: from the version it is listed under to the next. */
const STEPS: Record<number, (content: unknown) => unknown> = {
	// version 0 kept a citation's cites under "items" with the locator as one text
	0: (content) =>
		mapNodes(content as Json, (n) =>
			n.type === 'citation' && n.attrs?.items
				? { ...n, attrs: { ...n.attrs, cites: fromItems(n.attrs.items), items: undefined } }
				: n
		),
	1: (content) => toVersion2(content as Json)
};

function mapNodes(raw: Json, f: (n: Json) => Json): Json {
	const n = f(raw);
	return n.content ? { ...n, content: n.content.map((c) => mapNodes(c, f)) } : n;
}

function fromItems(items: unknown): unknown {
	return (Array.isArray(items) ? items : []).map((i) => ({
		sourceId: i.id,
		locator: i.locator ? { label: 'page', value: String(i.locator) } : null,
		prefix: '',
		suffix: '',
		form: 'parenthetical'
	}));
}

const object = (x: unknown): Record<string, unknown> =>
	x && typeof x === 'object' && !Array.isArray(x) ? (x as Record<string, unknown>) : {};
const text = (x: unknown): string => (typeof x === 'string' ? x : '');

/** Kinds of nodes that have an identity in version 2 and had none before. */
const NEW_IDS = new Set(['heading', 'figure', 'table']);

/**
 * Version 2: names of attributes are the trade's, headings, figures and tables have identities, notes hold no notes,
 * lists no bibliographies, and a citation that names no source is a visible "source needed" instead of none at all.
 */
function toVersion2(doc: Json): Json {
	let serial = 0;
	const nextId = () => `v2-${++serial}`;

	const inline = (n: Json, inNote: boolean): Json[] => {
		const a = object(n.attrs);
		switch (n.type) {
			case 'citation': {
				const cites = cleanCites(a.cites);
				if (!cites.length) return [placeholder(text(a.id), 'the citation that stood here could not be read', n.marks)];
				const moved = a.moved ? { ...object(a.moved), movedPunctuation: object(a.moved).marks } : null;
				const renamed = object(moved);
				return [
					{
						...n,
						attrs: {
							id: text(a.id),
							cites,
							override: a.pinned ?? null,
							moved: cleanMoved(
								moved && { ...renamed, spaceMarks: renamed.spaceLook, punctuationMarks: renamed.marksLook }
							)
						}
					}
				];
			}
			case 'gap':
				return [placeholder(text(a.id), text(a.hint), n.marks)];
			case 'note': {
				const paragraphs = (n.content ?? []).map((p) => ({
					...p,
					type: 'note_paragraph',
					attrs: undefined,
					content: p.content?.flatMap((c) => inline(c, true))
				}));
				// a note within a note was never numbered: its words stand in brackets where its mark stood
				if (inNote)
					return [
						{ type: 'text', text: ' (' },
						...paragraphs.flatMap((p, i) => [...(i ? [{ type: 'text', text: ' ' }] : []), ...(p.content ?? [])]),
						{ type: 'text', text: ')' }
					];
				return [
					{
						...n,
						attrs: { id: text(a.id), kind: a.kind === 'endnote' ? 'endnote' : 'footnote' },
						content: paragraphs.length ? paragraphs : [{ type: 'note_paragraph' }]
					}
				];
			}
			default:
				return [n];
		}
	};

	/** @param out takes bibliographies that stood where none may stand, to be put behind the block */
	const block = (n: Json, out: Json[], top: boolean): Json | null => {
		const a = object(n.attrs);
		if (n.type === 'bibliography') {
			const moved: Json = {
				type: 'bibliography',
				attrs: { id: text(a.id), settings: object(a.set) },
				content: n.content?.map((h) => block(h, out, false)).filter((h) => h !== null)
			};
			if (top) return moved;
			out.push(moved);
			return null;
		}
		const attrs: Record<string, unknown> = { ...a };
		if (NEW_IDS.has(n.type ?? '')) attrs.id = nextId();
		if (n.type === 'figure') {
			attrs.asset = safeImage(text(a.src));
			attrs.alt = text(a.alt);
			delete attrs.src;
		}
		if (n.type === 'heading' && ![1, 2, 3, 4].includes(a.level as number)) attrs.level = 2;
		const isText = ['paragraph', 'heading', 'caption'].includes(n.type ?? '');
		const content = n.content?.flatMap((c) => {
			if (isText) return inline(c, false);
			const next = block(c, out, false);
			return next ? [next] : [];
		});
		return { ...n, ...(Object.keys(attrs).length ? { attrs } : {}), ...(content ? { content } : {}) };
	};

	const a = object(doc.attrs);
	const { further, ...settings } = object(a.set);
	const content: Json[] = [];
	for (const child of doc.content ?? []) {
		const behind: Json[] = [];
		const next = block(child, behind, true);
		if (next) content.push(next);
		content.push(...behind);
	}
	return {
		...doc,
		attrs: {
			style: cleanDocStyle(a.style),
			entryOverrides: object(a.hand),
			settings: further === undefined ? settings : { ...settings, uncited: further }
		},
		content
	};
}

const placeholder = (id: string, hint: string, marks: Json['marks']): Json => ({
	type: 'citation_placeholder',
	attrs: { id, hint },
	...(marks ? { marks } : {})
});

export class ManuscriptError extends Error {
	override name = 'ManuscriptError';
}

/**
 * Reads a stored document.
 * @throws ManuscriptError where it comes from a newer version or does not fit the schema; what is stored is untouched.
 */
export function readDoc(stored: StoredDoc): Node {
	if (stored.version > SCHEMA_VERSION) {
		throw new ManuscriptError(
			'This manuscript was saved by a newer version of Rapid Quill. Nothing was changed; open it there.'
		);
	}
	try {
		let { content } = openDoc(stored);
		for (let v = stored.version; v < SCHEMA_VERSION; v++) content = STEPS[v] ? STEPS[v](content) : content;
		const doc = Node.fromJSON(schema, content as Record<string, unknown>);
		doc.check();
		return wrapAttrs(doc);
	} catch (e) {
		throw new ManuscriptError(
			`This manuscript cannot be read: ${(e as Error).message}. What is stored was left as it is.`,
			{ cause: e }
		);
	}
}

const written = new WeakMap<Node, string>();

/** A document as it is kept; blocks that have not changed are written once. */
export function storeDoc(doc: Node): StoredDoc {
	const blocks: string[] = [];
	doc.forEach((block) => {
		let json = written.get(block);
		if (json === undefined) written.set(block, (json = JSON.stringify(block)));
		blocks.push(json);
	});
	const { type, attrs } = doc;
	const head = `${JSON.stringify({ type: type.name, attrs }).slice(0, -1)},"content":[`;
	// put together in one go: a long text is a megabyte and more, which would be written twice otherwise
	blocks[0] = head + (blocks[0] ?? '');
	blocks[blocks.length - 1] += ']}';
	return { version: SCHEMA_VERSION, content: blocks.join() };
}

/** A stored document as objects, as it goes into files. @throws SyntaxError where its text is broken */
export const openDoc = (stored: StoredDoc): StoredDoc =>
	typeof stored.content === 'string' ? { ...stored, content: JSON.parse(stored.content) } : stored;
