/**
 * npm run -s document -- IN OUT [--sources FILE]... [--style ID] [--locale L] [--kind final|live|anonymous] [--report]: reads a
 * document, formats it, writes it. Formats by the names of the files. A LaTeX or Markdown file's own bibliography, parts
 * and pictures are found beside it; Markdown and LaTeX are written with cite keys, their sources (.bib) and pictures beside
 * them, or, with --kind final, with formatted citations. --kind anonymous covers the paper's writers for blind review and
 * says on standard error what was covered. --report prints JSON to standard output; OUT may be left out then.
 * What cannot be read ends with 1 and one line on standard error.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, dirname, extname, join } from 'node:path';
import { coveredItem, coverFinal, namesOf, NOTHING_CHOSEN, whoOf, worksOf } from '../src/lib/core/anonymous';
import { createSession } from '../src/lib/core/citing';
import { formattedPaper, toFinal, writeHtml } from '../src/lib/core/document';
import { writeDocxBytes } from '../src/lib/core/document/docx';
import { liveOf } from '../src/lib/core/document/live';
import { writeOdt } from '../src/lib/core/document/odt';
import { readOwn, writeOwn } from '../src/lib/core/document/own';
import { DocumentError, readDocument, type OpenedDocument } from '../src/lib/core/document/readers';
import { writePaper, type PaperFormat } from '../src/lib/core/document/writers';
import { decodeText } from '../src/lib/core/exchange';
import {
	factsOfStyle,
	type CitingForm,
	assetToData,
	ManuscriptError,
	nameOf,
	UNTITLED,
	placeCitations,
	readCitations,
	settingsOf
} from '../src/lib/core/manuscript';
import { cleanPage, printedFields, setupOf } from '../src/lib/core/page';
import { countPaper, toManuscript, type Dropped, type Paper, type PaperSource } from '../src/lib/core/paper';
import { localeTree, styleTree } from './catalogue';
import { besideOf, fail, sourcesFrom } from './files';

const USAGE =
	'usage: npm run -s document -- IN OUT [--sources FILE]... [--style ID] [--locale L] [--kind final|live|anonymous] [--report]; IN and OUT .docx, .odt, .md, .tex, .html, .txt or .json';

/** Kinds of each format, the usual one first. */
type Kind = 'final' | 'live' | 'anonymous';
const KINDS: Record<string, Kind[]> = {
	'.docx': ['final', 'live', 'anonymous'],
	'.odt': ['final', 'live', 'anonymous'],
	'.html': ['final', 'anonymous'],
	'.txt': ['final', 'anonymous'],
	'.md': ['live', 'final', 'anonymous'],
	'.tex': ['live', 'final', 'anonymous'],
	'.json': ['live']
};
const endingOf = (name: string): string => extname(name).toLowerCase();
const FORMATS: Record<string, PaperFormat> = { '.md': 'markdown', '.tex': 'latex', '.txt': 'text' };

interface Options {
	names: string[];
	sources: string[];
	style: string;
	locale: string;
	report: boolean;
	/** Empty for what is usual: Markdown, LaTeX and our own are live, the others final. */
	kind: '' | Kind;
}

function options(args: string[]): Options {
	const o: Options = { names: [], sources: [], style: 'apa', locale: '', report: false, kind: '' };
	for (let i = 0; i < args.length; i++) {
		const value = () => args[++i] ?? fail(USAGE);
		if (args[i] === '--report') o.report = true;
		else if (args[i] === '--sources') o.sources.push(value());
		else if (args[i] === '--style') o.style = value();
		else if (args[i] === '--locale') o.locale = value();
		else if (args[i] === '--kind') {
			const kind = value();
			if (kind !== 'final' && kind !== 'live' && kind !== 'anonymous')
				fail(`There is no kind “${kind}”: final, live or anonymous.`);
			o.kind = kind;
		} else if (args[i].startsWith('--')) fail(USAGE);
		else o.names.push(args[i]);
	}
	const ending = endingOf(o.names[1] ?? '');
	const kinds = KINDS[ending];
	if (o.names[1] && !kinds) fail(`${o.names[1]}: only ${Object.keys(KINDS).join(', ')} can be written.`);
	if (o.kind && kinds && !kinds.includes(o.kind))
		fail(`${ending} files are ${kinds.join(' or ')}: --kind ${kinds[0]}.`);
	if (o.names.length < 1 || o.names.length > 2 || (o.names.length === 1 && !o.report)) fail(USAGE);
	return o;
}

function open(name: string, sources: PaperSource[]): OpenedDocument {
	if (!existsSync(name)) fail(`There is no file ${name}.`);
	const bytes = readFileSync(name);
	try {
		if (!name.endsWith('.json')) return readDocument(name, bytes, besideOf(name), sources);
		return {
			paper: readOwn(decodeText(bytes)),
			unresolved: [],
			headingMade: false,
			named: [],
			dropped: [],
			tracked: [],
			sender: { by: '', at: '' },
			from: null
		};
	} catch (e) {
		if (e instanceof DocumentError || e instanceof ManuscriptError) fail(e.message);
		throw e;
	}
}

function sessionOf(paper: Paper, o: Options) {
	const tree = styleTree(o.style) ?? fail(`There is no style “${o.style}” in the catalogue.`);
	const session = createSession();
	const info = session.useStyle(o.style, o.style, tree, localeTree, o.locale || paper.lang || undefined);
	return { session, info };
}
const styleOf = (paper: Paper, o: Options) => sessionOf(paper, o).info;

/** The paper as it is handed in, and its pages. */
function finalOf(paper: Paper, o: Options) {
	const made = toManuscript(paper);
	const { session, info } = sessionOf(paper, o);
	const names = o.kind === 'anonymous' ? namesOf(NOTHING_CHOSEN, made.authors) : [];
	const works = worksOf(NOTHING_CHOSEN, names, paper.sources);
	session.putSources(
		paper.sources.map((s) => ({ ...(works.has(s.id) ? coveredItem(s.item) : s.item), id: s.id })),
		[]
	);
	const form: CitingForm = info.class === 'note' ? 'footnotes' : 'in-text';
	const doc = placeCitations(made.doc, info.placement, info.punctuationInQuote).doc;
	const { clusters, citations } = readCitations(doc, form);
	const uncited = settingsOf(doc).uncited.map((u) => u.id);
	const r = session.format({ clusters, uncited, full: true });
	const items = new Map(paper.sources.map((s) => [s.id, s.item]));
	const title = nameOf(doc);
	const choice = cleanPage(settingsOf(doc).page);
	const page = { setup: setupOf(choice, info.lang), fields: printedFields(choice) };
	const final = toFinal(doc, title === UNTITLED ? '' : title, made.authors, form, {
		citations: new Map(r.changed.map((c) => [c.id, { runs: c.runs ?? [], leadRuns: c.leadRuns ?? [] }])),
		entries: r.bibliography?.map((e) => ({ id: e.id, runs: e.runs ?? [] })) ?? null,
		hanging: info.hangingIndent,
		aligned: Boolean(info.secondFieldAlign),
		lang: info.lang,
		picture: (id) => {
			const a = made.assets[id];
			return a ? assetToData({ ...a, id, createdAt: 0 }) : id;
		},
		covered: works,
		source: (id) => {
			const item = works.has(id) ? undefined : items.get(id);
			return item && { item, tags: [], shelves: [], annotation: '' };
		}
	});
	if (o.kind !== 'anonymous') return { final, page, info, form, doc };
	const cites = citations.map((c) => ({ id: c.id, sources: c.cites.map((x) => x.sourceId) }));
	const who = whoOf(names, works, paper.sources, choice.fields.affiliation, cites);
	const covering = coverFinal(final, who, new Set(), page.fields);
	for (const p of covering.places)
		console.error(`${p.where || 'beginning'}: ${p.found}: ${p.instead || 'points to the writers, left as it is'}`);
	return { final: covering.final, page: { ...page, fields: covering.fields }, info, form, doc };
}

/** Writes text with its sources and pictures beside it. @returns what it cannot hold */
function textTo(output: string, paper: Paper, o: Options): Dropped[] {
	const ending = endingOf(output);
	const format = FORMATS[ending];
	const live = (o.kind || KINDS[ending][0]) === 'live';
	const { final, info } = live ? { final: null, info: styleOf(paper, o) } : finalOf(paper, o);
	const words = final && formattedPaper(final, { numbers: format === 'latex' ? 'live' : 'words' });
	const citing = info.class === 'note' ? 'notes' : info.format === 'numeric' ? 'numbers' : 'author-date';
	const bibliography = `${basename(output, extname(output))}.bib`;
	const { text, files, dropped } = writePaper(words ?? paper, { format, bibliography, citing });
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
	const ending = endingOf(output);
	if (ending === '.json') writeFileSync(output, writeOwn(paper).text);
	else if (ending === '.html') writeFileSync(output, writeHtml(finalOf(paper, o).final));
	else if (ending === '.docx' || ending === '.odt') {
		const { final, page, doc, info, form } = finalOf(paper, o);
		const style = { id: o.style, title: info.title, form, locale: o.locale, facts: factsOfStyle(info) };
		const facts = { manuscript: '', authors: final.authors, sources: paper.sources, style };
		const live = o.kind === 'live' ? liveOf(doc, final, facts) : null;
		writeFileSync(output, ending === '.odt' ? writeOdt(final, page, live) : await writeDocxBytes(final, page, live));
	} else if (output) dropped.push(...textTo(output, paper, o));
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
