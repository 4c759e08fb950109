/**
 * Typed reference lists into sources: a text is taken apart into entries, each entry into fields with a confidence. What
 * the reader knows is trained on what styles print (scripts/references); nothing is added that does not stand there.
 */
import type { Item, Name } from '../../csl';
import { readFields } from './fields';
import { unpack, type Model, type Packed } from './model';
import { splitList, withoutDashes } from './split';
import { tag } from './tagger';
import { tokenize } from './tokens';

export { isTypedList, listInLines, looksLikeList, splitList, type Entry } from './split';
export type { Model } from './model';

export interface ReadEntry {
	/** Without an id of a library: `entry-1` and so on. */
	item: Item;
	/** 0 to 1 for each field. */
	confidence: Record<string, number>;
	/** The entry as it was typed, on one line. */
	text: string;
	/** Line of the list where it begins, from 1. */
	line: number;
}

/** A field below this is marked as doubtful where entries are reviewed. */
export const DOUBTFUL = 0.5;

let loaded: Promise<Model> | null = null;
/** The trained model; read once. */
export function loadModel(): Promise<Model> {
	loaded ??= import('./model.json').then((m) => unpack(m.default as unknown as Packed));
	return loaded;
}

/** The fields of one reference. */
export function readReference(text: string, model: Model): Pick<ReadEntry, 'item' | 'confidence'> {
	const tokens = tokenize(text);
	const { item, confidence } = readFields(text, tokens, tag(tokens, model), model);
	return { item: { id: '', ...item } as Item, confidence };
}

/** A list: an entry a paragraph, a line, a number; wrapped lines are joined. */
export function readReferenceList(text: string, model: Model): ReadEntry[] {
	let people: Name[] | undefined;
	return splitList(text).map((e, i) => {
		const rest = withoutDashes(e.text);
		// something stands for the names, so that what follows is read as what follows names
		const stand = rest === null ? e.text : `Quill, A. ${rest}`;
		const { item, confidence } = readReference(stand, model);
		if (rest !== null) {
			if (people) item.author = people;
			else delete item.author;
			confidence.author = people ? 0.9 : 0;
		} else people = (item.author ?? item.editor) as Name[] | undefined;
		item.id = `entry-${i + 1}`;
		return { item, confidence, text: e.text, line: e.line };
	});
}
