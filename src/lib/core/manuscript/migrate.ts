/** Brings a stored document of any earlier schema version up to the present one. */
import { Node } from 'prosemirror-model';
import { SCHEMA_VERSION, schema } from './schema';

export interface StoredDoc {
	version: number;
	content: unknown;
}

/** One step per version: from the version it is listed under to the next. */
const STEPS: Record<number, (content: unknown) => unknown> = {
	// version 0 kept a citation's cites under "items" with the locator as one text
	0: (content) =>
		mapNodes(content, (n) =>
			n.type === 'citation' && n.attrs?.items
				? { ...n, attrs: { ...n.attrs, cites: fromItems(n.attrs.items), items: undefined } }
				: n
		)
};

interface Json {
	type?: string;
	attrs?: Record<string, unknown>;
	content?: Json[];
	[key: string]: unknown;
}

function mapNodes(raw: unknown, f: (n: Json) => Json): Json {
	const n = f(raw as Json);
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

export class ManuscriptError extends Error {}

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
	let content = stored.content;
	for (let v = stored.version; v < SCHEMA_VERSION; v++) content = STEPS[v] ? STEPS[v](content) : content;
	try {
		const doc = Node.fromJSON(schema, content as Record<string, unknown>);
		doc.check();
		return doc;
	} catch (e) {
		throw new ManuscriptError(
			`This manuscript cannot be read: ${(e as Error).message}. What is stored was left as it is.`
		);
	}
}

const written = new WeakMap<Node, unknown>();

/** A document as it is kept; blocks that have not changed are written once, and must not be changed by who is given them. */
export function storeDoc(doc: Node): StoredDoc {
	const content: unknown[] = [];
	doc.forEach((block) => {
		let json = written.get(block);
		if (!json) written.set(block, (json = block.toJSON()));
		content.push(json);
	});
	return { version: SCHEMA_VERSION, content: { type: doc.type.name, attrs: doc.attrs, content } };
}
