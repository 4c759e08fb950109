/**
 * npm run -s match -- IN --sources FILE [--style ID]: the typed citations of a text or a document and what they stand for.
 * Prints JSON, one object a citation: { text, offset, section, status, cites, candidates }. Offsets are those of the file
 * for plain text, of the words of the document otherwise. --style names one of the catalogue; what was typed is read by no style.
 */
import { existsSync, readFileSync } from 'node:fs';
import { DocumentError, readDocument } from '../src/lib/core/document/readers';
import { blocksOfText, endsList, type TextBlock } from '../src/lib/core/document/readers/text';
import { decodeText } from '../src/lib/core/exchange';
import { loadModel, looksLikeList, matchPaper, type MatchSource, type Passage } from '../src/lib/core/match';
import { passagesOfPaper } from '../src/lib/core/match/paper';
import { isListHeading } from '../src/lib/core/paper';
import { besideOf, fail, sourcesFrom } from './files';
import { styleTree } from './catalogue';

const USAGE = 'usage: npm run -s match -- IN --sources FILE [--style ID]';
const args = process.argv.slice(2);
const files: string[] = [];
const names: string[] = [];
for (let i = 0; i < args.length; i++) {
	const value = () => args[++i] ?? fail(USAGE);
	if (args[i] === '--sources') files.push(value());
	else if (args[i] === '--style') {
		const id = value();
		if (!styleTree(id)) fail(`There is no style “${id}” in the catalogue.`);
	} else if (args[i].startsWith('--')) fail(USAGE);
	else names.push(args[i]);
}
if (names.length !== 1 || !files.length) fail(USAGE);
const [name] = names;
if (!existsSync(name)) fail(`There is no file ${name}.`);

interface Read {
	passages: Passage[];
	/** Offsets of the characters of each passage. */
	at: number[][];
	list: string;
}

function ofText(text: string): Read {
	const out: Read = { passages: [], at: [], list: '' };
	let section = '';
	/** What stands under a heading of references, until it is known whether it is a list. */
	let region: { blocks: TextBlock[]; section: string } | null = null;
	const passage = (b: TextBlock, under: string) => {
		out.passages.push({ text: b.text, kind: 'body', section: under });
		out.at.push(b.at);
	};
	const close = () => {
		if (!region) return;
		const lines = region.blocks.map((b) => `${b.lines.map((l) => l.text).join('\n')}\n\n`).join('');
		if (looksLikeList(lines)) out.list += lines;
		else for (const b of region.blocks) if (b.kind !== 'heading') passage(b, region.section);
		region = null;
	};
	for (const b of blocksOfText(text)) {
		if (b.kind === 'heading' && (!region || endsList(b.text) || isListHeading(b.text))) {
			close();
			section = b.text;
			if (isListHeading(b.text)) region = { blocks: [], section };
		} else if (region) region.blocks.push(b);
		else passage(b, section);
	}
	close();
	return out;
}

function read(): Read {
	const bytes = readFileSync(name);
	if (!/\.(?:md|markdown|tex|docx|odt|html?)$/i.test(name)) return ofText(decodeText(bytes));
	try {
		const { paper } = readDocument(name, bytes, besideOf(name));
		const { passages, list } = passagesOfPaper(paper);
		let offset = 0;
		const at = passages.map((p) => {
			const own = Array.from(p.text, (_, i) => offset + i);
			offset += p.text.length + 1;
			return own;
		});
		return { passages, at, list };
	} catch (e) {
		if (e instanceof DocumentError) fail(e.message);
		throw e;
	}
}

const sources: MatchSource[] = files.flatMap(sourcesFrom);
const { passages, at, list } = read();
const { citations } = matchPaper(passages, list, sources, await loadModel());
console.log(
	JSON.stringify(
		citations.map((c) => ({
			text: c.text,
			offset: at[c.passage][c.from] ?? 0,
			section: c.section,
			status: c.status,
			why: c.why,
			cites: c.cites.map(({ sourceId, locator, prefix, suffix, form }) => ({
				sourceId,
				locator: locator?.value ?? null,
				label: locator?.label ?? null,
				prefix,
				suffix,
				form
			})),
			candidates: [...new Map(c.cites.flatMap((x) => x.candidates).map((x) => [x.sourceId, x])).values()]
		})),
		null,
		1
	)
);
