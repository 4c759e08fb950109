/**
 * npm run -s document -- IN OUT [--sources FILE]... [--style ID] [--locale L] [--report]: reads a document, formats it,
 * writes it. Formats by the names of the files. A LaTeX or Markdown file's own bibliography, parts and pictures are found
 * beside it; Markdown is written with cite keys, its sources (.bib) and pictures beside it. --report prints JSON to
 * standard output; OUT may be left out then. What cannot be read ends with 1 and one line on standard error.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { createSession } from '../src/lib/core/citing';
import { toFinal, writeHtml } from '../src/lib/core/document';
import { writeDocxBytes } from '../src/lib/core/document/docx';
import { readOwn, writeOwn } from '../src/lib/core/document/own';
import { DocumentError, readDocument, type OpenedDocument } from '../src/lib/core/document/readers';
import { writeMarkdown } from '../src/lib/core/document/writers/markdown';
import { decodeText } from '../src/lib/core/exchange';
import { assetToData, ManuscriptError, placeCitations, readCitations, settingsOf } from '../src/lib/core/manuscript';
import { countPaper, toManuscript, type Dropped, type Paper, type PaperSource } from '../src/lib/core/paper';
import { localeTree, styleTree } from './catalogue';
import { besideOf, fail, sourcesFrom } from './files';

const USAGE =
	'usage: npm run -s document -- IN OUT [--sources FILE]... [--style ID] [--locale L] [--report]; IN .docx, .odt, .md, .tex, .html, .txt or .json, OUT .html, .docx, .md or .json';

interface Options {
	names: string[];
	sources: string[];
	style: string;
	locale: string;
	report: boolean;
	/** Empty for what the format has: Markdown is live, the others are final. */
	kind: string;
}

function options(args: string[]): Options {
	const o: Options = { names: [], sources: [], style: 'apa', locale: '', report: false, kind: '' };
	for (let i = 0; i < args.length; i++) {
		const value = () => args[++i] ?? fail(USAGE);
		if (args[i] === '--report') o.report = true;
		else if (args[i] === '--sources') o.sources.push(value());
		else if (args[i] === '--style') o.style = value();
		else if (args[i] === '--locale') o.locale = value();
		else if (args[i] === '--kind') o.kind = value();
		else if (args[i].startsWith('--')) fail(USAGE);
		else o.names.push(args[i]);
	}
	const only = o.names[1]?.endsWith('.md') ? 'live' : 'final';
	if (o.kind && o.kind !== only) fail(`Only ${only} files of this format can be written yet: --kind ${only}.`);
	if (o.names.length < 1 || o.names.length > 2 || (o.names.length === 1 && !o.report)) fail(USAGE);
	return o;
}

function open(name: string, sources: PaperSource[]): OpenedDocument {
	if (!existsSync(name)) fail(`There is no file ${name}.`);
	const bytes = readFileSync(name);
	try {
		if (!name.endsWith('.json')) return readDocument(name, bytes, besideOf(name), sources);
		return { paper: readOwn(decodeText(bytes)), unresolved: [], headingMade: false, dropped: [] };
	} catch (e) {
		if (e instanceof DocumentError || e instanceof ManuscriptError) fail(e.message);
		throw e;
	}
}

/** The paper as it is handed in. */
function finalOf(paper: Paper, o: Options) {
	const made = toManuscript(paper);
	const tree = styleTree(o.style) ?? fail(`There is no style “${o.style}” in the catalogue.`);
	const session = createSession();
	session.putSources(
		paper.sources.map((s) => ({ ...s.item, id: s.id })),
		[]
	);
	const info = session.useStyle(o.style, o.style, tree, localeTree, o.locale || paper.lang || undefined);
	const form = info.class === 'note' ? 'footnotes' : 'in-text';
	const doc = placeCitations(made.doc, info.placement, info.punctuationInQuote).doc;
	const { clusters } = readCitations(doc, form);
	const uncited = settingsOf(doc).uncited.map((u) => u.id);
	const r = session.format({ clusters, uncited, full: true });
	const items = new Map(paper.sources.map((s) => [s.id, s.item]));
	return toFinal(doc, '', made.authors, form, {
		citations: new Map(r.changed.map((c) => [c.id, { runs: c.runs ?? [], leadRuns: c.leadRuns ?? [] }])),
		entries: r.bibliography?.map((e) => ({ id: e.id, runs: e.runs ?? [] })) ?? null,
		hanging: info.hangingIndent,
		aligned: Boolean(info.secondFieldAlign),
		lang: info.lang,
		picture: (id) => {
			const a = made.assets[id];
			return a ? assetToData({ ...a, id, createdAt: 0 }) : id;
		},
		source: (id) => {
			const item = items.get(id);
			return item && { item, tags: [], shelves: [], annotation: '' };
		}
	});
}

/** Writes Markdown with its sources and pictures beside it. @returns what it cannot hold */
function markdownTo(output: string, paper: Paper): Dropped[] {
	const { text, files, dropped } = writeMarkdown(paper, { bibliography: basename(output).replace(/md$/, 'bib') });
	writeFileSync(output, text);
	for (const { path, bytes } of files) {
		const place = join(dirname(output), path);
		mkdirSync(dirname(place), { recursive: true });
		writeFileSync(place, bytes);
	}
	return dropped;
}

async function main(): Promise<void> {
	const o = options(process.argv.slice(2));
	const [input, output = ''] = o.names;
	const { paper, unresolved, headingMade, dropped } = open(input, o.sources.flatMap(sourcesFrom));
	const made = toManuscript(paper);
	if (output.endsWith('.json')) writeFileSync(output, writeOwn(paper).text);
	else if (output.endsWith('.html')) writeFileSync(output, writeHtml(finalOf(paper, o)));
	else if (output.endsWith('.docx')) writeFileSync(output, await writeDocxBytes(finalOf(paper, o)));
	else if (output.endsWith('.md')) dropped.push(...markdownTo(output, paper));
	else if (output) fail(`${output}: only .html, .docx, .md and .json can be written.`);
	const lost = [...dropped, ...made.dropped];
	if (!o.report) {
		for (const d of lost) console.error(`${d.where}: not kept: ${d.what}`);
		for (const u of unresolved) console.error(`no source: ${u}`);
		return;
	}
	const { citations, cites, ...counts } = countPaper(paper);
	console.log(
		JSON.stringify({
			...counts,
			// the headings that the document has
			headings: counts.headings - (headingMade ? 1 : 0),
			citations: { live: citations, cites, unresolved },
			sources: paper.sources.length,
			dropped: lost
		})
	);
}

await main();
