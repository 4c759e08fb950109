/**
 * Attributes of the document: the citation style, what the manuscript decides over it, entries edited by hand, comments.
 * They are part of the document, so that undo takes a change of them back; and they do not show in its blocks, so that a
 * change must not draw a long manuscript anew. The editor's library redraws a node whose attributes differ by value
 * (Node.sameMarkup). So a value stands in a `DocAttr`, which has no properties to be compared: the identity of the value
 * says whether it changed, and what depends on it is told by whoever changes it.
 */
import type { Node } from 'prosemirror-model';
import { DocAttrStep, type Step, type Transform } from 'prosemirror-transform';
import { cleanDocStyle, type DocStyle } from './doc-style';
import { cleanEntryOverrides, type EntryOverrides } from './override';
import { cleanSettings, type DocSettings } from './settings';

/** A value as an attribute of the document. */
export class DocAttr {
	readonly #value: unknown;
	constructor(value: unknown) {
		this.#value = value;
	}
	get value(): unknown {
		return this.#value;
	}
	/** In JSON it is the value itself. */
	toJSON(): unknown {
		return this.#value;
	}
}

export interface DocAttrs {
	style: DocStyle | null;
	settings: DocSettings;
	entryOverrides: EntryOverrides;
	comments: Record<string, unknown>;
}
const NAMES: readonly (keyof DocAttrs)[] = ['style', 'settings', 'entryOverrides', 'comments'];

/** The value of an attribute, whether it stands in a `DocAttr` or, as in stored documents, plain. */
export const attrValue = (attr: unknown): unknown => (attr instanceof DocAttr ? attr.value : attr);

/** A document whose attributes all stand in a `DocAttr`. */
export function wrapAttrs(doc: Node): Node {
	if (NAMES.every((n) => doc.attrs[n] instanceof DocAttr)) return doc;
	const attrs = Object.fromEntries(NAMES.map((n) => [n, new DocAttr(attrValue(doc.attrs[n]))]));
	return doc.type.create(attrs, doc.content, doc.marks);
}

/** A step as it was read from JSON, with its attribute in a `DocAttr`. */
export const wrapStep = (step: Step): Step =>
	step instanceof DocAttrStep && !(step.value instanceof DocAttr)
		? new DocAttrStep(step.attr, new DocAttr(step.value))
		: step;

/** Sets attributes of the document in a transaction. */
export function setDocAttrs<T extends Transform>(tr: T, change: Partial<DocAttrs>): T {
	for (const name of NAMES)
		if (change[name] !== undefined) (tr as Transform).setDocAttribute(name, new DocAttr(change[name]));
	return tr;
}

/** Whether two documents say the same, attributes included. */
export const sameDocument = (a: Node, b: Node): boolean =>
	a.eq(b) && NAMES.every((n) => JSON.stringify(a.attrs[n]) === JSON.stringify(b.attrs[n]));

/** Reads an attribute once for each value it has; the same value gives the same result. */
function reader<T>(name: keyof DocAttrs, read: (raw: unknown) => T): (doc: Node) => T {
	const known = new WeakMap<object, T>();
	return (doc) => {
		const attr = doc.attrs[name] as unknown;
		if (typeof attr !== 'object' || attr === null) return read(attr);
		let out = known.get(attr);
		if (out === undefined) known.set(attr, (out = read(attrValue(attr))));
		return out;
	};
}

/** The citation style; null before there is one. */
export const styleOf = reader('style', cleanDocStyle);
/** What the manuscript decides over its style. */
export const settingsOf = reader('settings', cleanSettings);
/** Entries edited by hand, by source. */
export const entryOverridesOf = reader('entryOverrides', cleanEntryOverrides);
