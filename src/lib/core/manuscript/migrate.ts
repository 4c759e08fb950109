/** Brings a stored document of any earlier schema version up to the present one. */
import { Node } from 'prosemirror-model';
import { SCHEMA_VERSION, schema } from './schema';

export interface StoredDoc {
	version: number;
	/** The document in JSON; in the browser's store as text, which is written and read many times faster than objects. */
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
	try {
		let { content } = openDoc(stored);
		for (let v = stored.version; v < SCHEMA_VERSION; v++) content = STEPS[v] ? STEPS[v](content) : content;
		const doc = Node.fromJSON(schema, content as Record<string, unknown>);
		doc.check();
		return doc;
	} catch (e) {
		throw new ManuscriptError(
			`This manuscript cannot be read: ${(e as Error).message}. What is stored was left as it is.`
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
	const head = JSON.stringify({ type: type.name, attrs });
	return { version: SCHEMA_VERSION, content: `${head.slice(0, -1)},"content":[${blocks.join()}]}` };
}

/** A stored document as objects, as it goes into files. @throws SyntaxError where its text is broken */
export const openDoc = (stored: StoredDoc): StoredDoc =>
	typeof stored.content === 'string' ? { ...stored, content: JSON.parse(stored.content) } : stored;
