/** Files that are zips of XML parts (ECMA-376, Part 2; OpenDocument 1.3, Part 2), opened with bounds. */
import { unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { DocumentError } from './types';

/** What the parts may have together when they are unpacked, in bytes, and how many there may be. */
const LARGEST = 400_000_000;
const MOST = 20_000;
/** Deeper XML is no document. */
const DEEPEST = 400;

export interface Xml {
	/** With its prefix as the file has it: `w:p`. */
	name: string;
	attrs: Record<string, string>;
	kids: (Xml | string)[];
}

export interface PackageFile {
	/** A part's bytes; null where there is none. */
	bytes(path: string): Uint8Array | null;
	/** A part as a tree; null where there is none. @throws DocumentError where it is no XML */
	xml(path: string): Xml | null;
	/** Names of parts. */
	readonly names: string[];
}

/** @throws DocumentError with a sentence for the person */
export function openPackage(name: string, bytes: Uint8Array): PackageFile {
	// the container of encrypted files and of the formats before 2007 (MS-CFB, 2.2)
	if (bytes[0] === 0xd0 && bytes[1] === 0xcf && bytes[2] === 0x11 && bytes[3] === 0xe0)
		throw new DocumentError(
			`“${name}” is protected by a password or in the format of before 2007. Open it where it was written, take the password away, and save it as a document of today.`
		);
	if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
		throw new DocumentError(`“${name}” is no document: it is a file of another kind under this name.`);
	let sum = 0;
	let count = 0;
	let parts: Record<string, Uint8Array>;
	try {
		parts = unzipSync(bytes, {
			filter: (f) => {
				sum += f.originalSize;
				if (++count > MOST || sum > LARGEST)
					throw new DocumentError(`“${name}” would be larger than 400 MB when it is unpacked. It was not opened.`);
				// what is run by programs is not even unpacked
				return !/\.(?:bin|exe|js|vbs)$/i.test(f.name);
			}
		});
	} catch (e) {
		if (e instanceof DocumentError) throw e;
		throw new DocumentError(`“${name}” is cut off or damaged: it cannot be unpacked.`);
	}
	// what the file says of sizes need not be true
	if (Object.values(parts).reduce((n, p) => n + p.length, 0) > LARGEST)
		throw new DocumentError(`“${name}” is larger than 400 MB when it is unpacked. It was not opened.`);
	const trees = new Map<string, Xml>();
	return {
		names: Object.keys(parts),
		bytes: (path) => (Object.hasOwn(parts, path) ? parts[path] : null),
		xml(path) {
			const known = trees.get(path);
			if (known) return known;
			if (!Object.hasOwn(parts, path)) return null;
			const tree = parse(`${name}, ${path}`, new TextDecoder().decode(parts[path]));
			trees.set(path, tree);
			return tree;
		}
	};
}

/** Document types are refused, so that no entity is declared or expanded (XML 1.0, 4.4). */
function parse(where: string, text: string): Xml {
	const parser = new SaxesParser({ xmlns: false });
	const stack: Xml[] = [];
	let root: Xml | null = null;
	const fail = (why: string): never => {
		throw new DocumentError(`“${where}” cannot be read: ${why} (line ${parser.line}).`);
	};
	parser.on('error', (e) => fail(`it is not well-formed: ${e.message.replace(/^\d+:\d+: /, '')}`));
	parser.on('doctype', () => fail('a document type is declared, which no document needs'));
	parser.on('opentag', (tag) => {
		const node: Xml = { name: tag.name, attrs: tag.attributes as Record<string, string>, kids: [] };
		stack.at(-1)?.kids.push(node);
		root ??= node;
		if (stack.push(node) > DEEPEST) fail('it is nested more deeply than any document');
	});
	parser.on('closetag', () => void stack.pop());
	const words = (t: string) => void stack.at(-1)?.kids.push(t);
	parser.on('text', words);
	parser.on('cdata', words);
	try {
		parser.write(text.replace(/^\uFEFF/, '')).close();
	} catch (e) {
		if (e instanceof DocumentError) throw e;
		fail((e as Error).message);
	}
	return root ?? fail('it is empty');
}

// --- small parts of trees -------------------------------------------------------------------------------------------

export const elementsOf = (x: Xml | null | undefined): Xml[] =>
	(x?.kids ?? []).filter((k): k is Xml => typeof k !== 'string');
export const child = (x: Xml | null | undefined, name: string): Xml | undefined =>
	elementsOf(x).find((k) => k.name === name);
export const children = (x: Xml | null | undefined, name: string): Xml[] =>
	elementsOf(x).filter((k) => k.name === name);
export const attribute = (x: Xml | null | undefined, name: string): string =>
	x && Object.hasOwn(x.attrs, name) ? x.attrs[name] : '';

/** Every element of a name below one, in order. */
export function* descendants(x: Xml | null | undefined, name: string): Generator<Xml> {
	for (const k of elementsOf(x)) {
		if (k.name === name) yield k;
		yield* descendants(k, name);
	}
}
export const wordsIn = (x: Xml | null | undefined): string =>
	(x?.kids ?? []).map((k) => (typeof k === 'string' ? k : wordsIn(k))).join('');
