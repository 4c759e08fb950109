/** The words of the interface: what stands in views, and in the strings of what they call. */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'svelte/compiler';
import ts from 'typescript';

export interface Words {
	file: string;
	text: string;
}

function files(dir: string, ends: RegExp): string[] {
	// the test of the dependency rules plants files for a moment, while other tests look here
	const list = readdirSync(dir).filter((f) => f !== 'planted');
	return list.flatMap((f) => {
		const p = join(dir, f);
		return statSync(p).isDirectory() ? files(p, ends) : ends.test(f) && !/\.test\.ts$/.test(f) ? [p] : [];
	});
}

/** Text, attributes and strings of a view. */
function ofView(source: string): string[] {
	const out: string[] = [];
	const seen = new Set<unknown>();
	const walk = (n: unknown): void => {
		if (!n || typeof n !== 'object' || seen.has(n)) return;
		seen.add(n);
		const node = n as { type?: string; data?: unknown; value?: unknown };
		if (node.type === 'StyleSheet' || node.type === 'ImportDeclaration' || node.type === 'Comment') return;
		if (node.type === 'Text' && typeof node.data === 'string') out.push(node.data);
		else if (node.type === 'Literal' && typeof node.value === 'string') out.push(node.value);
		else if (node.type === 'TemplateElement') out.push((node.value as { cooked?: string }).cooked ?? '');
		for (const v of Object.values(node)) if (v !== null && typeof v === 'object') walk(v);
	};
	walk(parse(source, { modern: true }));
	return out;
}

/** Strings of a module. */
function ofModule(source: string): string[] {
	const out: string[] = [];
	const walk = (n: ts.Node): void => {
		if (ts.isImportDeclaration(n)) return;
		if (ts.isStringLiteralLike(n)) out.push(n.text);
		else if (ts.isTemplateHead(n) || ts.isTemplateMiddleOrTemplateTail(n)) out.push(n.text);
		ts.forEachChild(n, walk);
	};
	walk(ts.createSourceFile('x.ts', source, ts.ScriptTarget.Latest, true));
	return out;
}

/** Every string that may be seen, of the views and of the modules they take words from. */
export function interfaceStrings(root: string): Words[] {
	const tidy = (file: string, list: string[]) =>
		list
			.map((t) => t.replace(/\s+/g, ' ').trim())
			.filter((t) => /\p{L}{2}/u.test(t))
			.map((text) => ({ file: file.slice(root.length + 1), text }));
	return [
		...files(join(root, 'src'), /\.svelte$/).flatMap((f) => tidy(f, ofView(readFileSync(f, 'utf8')))),
		...files(join(root, 'src'), /\.ts$/).flatMap((f) => tidy(f, ofModule(readFileSync(f, 'utf8'))))
	];
}
