/** Commands that do something of their own. */
import { contentsNamed, MOST_LEVELS, type ContentsOf } from '../../../page';
import { newId, textOf } from '../../../paper';
import type { LatexReader } from '.';
import { readCite } from './cites';
import { Cursor, isMacro, isString, rawOf, type Node } from './cursor';
import type { Flow } from './flow';
import { byCommas, PLACES, readAuthors } from './front';
import { languageOf } from './text';

type Command = (r: LatexReader, at: Cursor, flow: Flow, name: string) => void;

const reference =
	(show: 'label' | 'number' | 'title' | 'page', around: [string, string] = ['', '']): Command =>
	(_, at, flow) => {
		at.star();
		const targets = rawOf(at.arg())
			.split(',')
			.map((t) => t.trim())
			.filter(Boolean);
		targets.forEach((target, i) => {
			if (i) flow.text(i === targets.length - 1 ? ' and ' : ', ');
			if (around[0]) flow.text(around[0]);
			flow.piece({ t: 'cross-ref', target, show, marks: flow.marks });
			if (around[1]) flow.text(around[1]);
		});
	};
const foot =
	(kind: 'footnote' | 'endnote'): Command =>
	(r, at, flow) => {
		at.opt();
		r.note(at.arg(), kind, flow);
	};
const quoted =
	(open: string, close: string): Command =>
	(r, at, flow) => {
		at.star();
		const source = at.opt();
		flow.text(open);
		r.walk(new Cursor(at.arg()), flow);
		flow.text(close);
		if (!source) return;
		flow.text(' ');
		r.walk(new Cursor(source), flow);
	};
const define: Command = (r, at) => r.definitions.newCommand(at);
const include: Command = (r, at) => r.include(rawOf(at.arg()), at);
const pageBreak: Command = (_, __, flow) => flow.block({ t: 'page-break' });
const place: Command = (r, at) => {
	at.opt();
	const nodes = at.arg();
	const last = r.paper.head.authors.at(-1);
	const name = textOf(r.inlines(nodes));
	if (last && name) last.affiliations = [...last.affiliations, name];
	else if (name) r.loses(`the place “${name.slice(0, 60)}”, which belongs to no author`);
};
const contents =
	(of: ContentsOf, titled: string): Command =>
	(r, at, flow) => {
		const said = r.definitions.wordsOf(titled);
		const title = said ? textOf(r.inlines(said)) : '';
		const levels = of === 'headings' ? r.contentsLevels : MOST_LEVELS;
		flow.block({ t: 'contents', of, title: contentsNamed(title) === of ? '' : title, levels });
		// a space behind a command is none
		at.skipSpace();
	};
const link = (r: LatexReader, href: string, flow: Flow, words: () => void): void => {
	const before = flow.marks;
	if (/^(?:https?:|mailto:)/i.test(href)) flow.mark([...before, { t: 'link', href }]);
	else r.loses('a link that is no web or mail address: its words are kept');
	words();
	flow.mark(before);
};
const address = (nodes: Node[]): string => rawOf(nodes).replace(/\\([%#_&{}~])/g, '$1');

/** A condition: the branch that holds where that is known; else what is said for the other case. */
const condition: Command = (r, at, _, name) => {
	const branches: Node[][] = [[]];
	let depth = 1;
	// behind the name of a command spaces are none
	at.skipSpace();
	while (!at.done) {
		const n = at.next()!;
		if (isMacro(n, 'fi') && --depth === 0) break;
		if (n.type === 'macro' && /^if[a-z]*$/i.test(n.content)) depth++;
		if (depth === 1 && isMacro(n, 'else')) {
			branches.push([]);
			at.skipSpace();
		} else branches[branches.length - 1].push(n);
	}
	at.skipSpace();
	const holds = r.switches.get(name);
	const [first, other = []] = branches;
	const [kept, left] = holds ? [first, other] : [other, first];
	if (left.some((n) => n.type !== 'whitespace' && n.type !== 'comment'))
		r.loses(holds === undefined ? `a passage under the condition \\${name}` : 'a passage that is switched off');
	at.put(kept);
};

export const COMMANDS: Record<string, Command> = {
	newcommand: define,
	renewcommand: define,
	providecommand: define,
	DeclareRobustCommand: define,
	NewDocumentCommand: (r, at) => r.definitions.newDocumentCommand(at),
	RenewDocumentCommand: (r, at) => r.definitions.newDocumentCommand(at),
	def: (r, at) => r.definitions.def(at),
	edef: (r, at) => r.definitions.def(at),
	gdef: (r, at) => r.definitions.def(at),
	let: (r, at) => r.definitions.let(at),
	newenvironment: (r, at) => r.skip('*moomm', at),
	renewenvironment: (r, at) => r.skip('*moomm', at),
	newtheorem: (r, at) => {
		at.star();
		const name = rawOf(at.arg());
		at.opt();
		r.environments.statements.set(name, textOf(r.inlines(at.arg())));
		at.opt();
	},
	makeatletter: (r, at) => {
		if (!at.has('makeatother')) return;
		const inside: Node[] = [];
		for (let n = at.next(); n && !isMacro(n, 'makeatother'); n = at.next()) inside.push(n);
		// what is defined for the class is of use only where the text uses it
		const defs = new Cursor(inside);
		while (!defs.done) {
			const n = defs.next();
			if (isMacro(n, 'newcommand', 'renewcommand', 'providecommand')) r.definitions.newCommand(defs);
		}
	},
	iftrue: condition,
	newif: (r, at) => {
		const [macro] = at.arg();
		if (macro?.type !== 'macro') return;
		const name = macro.content;
		r.switches.set(name, false);
		r.setters.set(`${name.slice(2)}true`, [name, true]);
		r.setters.set(`${name.slice(2)}false`, [name, false]);
	},
	begin: (r, at, flow) => {
		const name = rawOf(at.arg());
		const content: Node[] = [];
		let depth = 1;
		while (!at.done) {
			const n = at.next()!;
			const next = at.peek();
			const own = isMacro(n, 'begin', 'end') && next?.type === 'group' && rawOf(next.content) === name;
			if (own) depth += isMacro(n, 'begin') ? 1 : -1;
			if (depth === 0) break;
			content.push(n);
		}
		at.arg();
		r.environments.read(name, content, flow);
	},
	end: (_, at) => void at.arg(),
	usepackage: (r, at) => {
		const options = at.opt();
		if (rawOf(at.arg()) === 'babel' && options)
			// the language named last is that of the document (babel manual, 1.1)
			r.paper.lang =
				rawOf(options)
					.split(',')
					.map((o) => languageOf(o.replace(/^.*=/, '')))
					.filter(Boolean)
					.at(-1) ?? r.paper.lang;
	},
	setdefaultlanguage: (r, at) => {
		at.opt();
		r.paper.lang = languageOf(rawOf(at.arg())) || r.paper.lang;
	},
	setmainlanguage: (r, at) => {
		at.opt();
		r.paper.lang = languageOf(rawOf(at.arg())) || r.paper.lang;
	},
	foreignlanguage: (r, at, flow) => {
		const lang = languageOf(rawOf(at.arg()));
		const before = flow.marks;
		if (lang) flow.mark([...before, { t: 'language', lang }]);
		r.walk(new Cursor(at.arg()), flow);
		flow.mark(before);
	},
	title: (r, at) => {
		at.opt();
		const title: Node[] = [];
		const words = new Cursor(at.arg());
		while (!words.done) {
			const n = words.next()!;
			if (isMacro(n, 'thanks')) r.paper.head.thanks.push(r.inlines(words.arg()));
			else title.push(isMacro(n, '\\', 'newline') ? { type: 'whitespace' } : n);
		}
		r.paper.head.title = r.inlines(title);
	},
	subtitle: (r, at) => {
		const nodes = at.arg();
		const { head } = r.paper;
		head.title = [
			...head.title,
			...(head.title.length ? [{ t: 'text' as const, text: ': ', marks: [] }] : []),
			...r.inlines(nodes)
		];
	},
	author: (r, at) => {
		at.opt();
		readAuthors(at.arg(), r.paper.head, (n) => r.inlines(n));
	},
	date: (r, at) => {
		const nodes = at.arg();
		r.paper.head.date = nodes.some((n) => isMacro(n, 'today')) ? '' : textOf(r.inlines(nodes));
	},
	email: (r, at) => {
		const nodes = at.arg();
		const last = r.paper.head.authors.at(-1);
		if (last) last.email = textOf(r.inlines(nodes));
	},
	keywords: (r, at) => {
		r.paper.head.keywords.push(...byCommas(at.arg(), (n) => r.inlines(n)));
	},
	abstract: (r, at) => {
		if (at.group) r.paper.head.abstract.push(...r.blocks(at.arg()));
	},
	...Object.fromEntries([...PLACES].filter((n) => n !== 'footnote').map((name) => [name, place])),
	today: () => {},
	label: (r, at) => r.label(rawOf(at.arg())),
	ref: reference('number'),
	subref: reference('number'),
	vref: reference('number'),
	pageref: reference('page'),
	autoref: reference('label'),
	cref: reference('label'),
	Cref: reference('label'),
	nameref: reference('title'),
	eqref: reference('number', ['(', ')']),
	hyperref: (r, at, flow) => {
		if (at.opt()) r.loses('a link to a place in the document: its words are kept');
		r.walk(new Cursor(at.arg()), flow);
	},
	hyperlink: (r, at, flow) => {
		at.arg();
		r.loses('a link to a place in the document: its words are kept');
		r.walk(new Cursor(at.arg()), flow);
	},
	hypertarget: (r, at, flow) => {
		at.arg();
		r.walk(new Cursor(at.arg()), flow);
	},
	footnote: foot('footnote'),
	endnote: foot('endnote'),
	sidenote: foot('footnote'),
	marginnote: foot('footnote'),
	marginpar: foot('footnote'),
	footnotemark: (r, at, flow) => {
		at.opt();
		r.note(null, 'footnote', flow);
	},
	footnotetext: (r, at, flow) => {
		at.opt();
		const nodes = at.arg();
		const note = r.waitingNote();
		if (note) r.noteWords(note, nodes);
		else r.note(nodes, 'footnote', flow);
	},
	todo: (r, at) => {
		at.opt();
		at.arg();
		r.loses('a remark to oneself (\\todo)');
	},
	enquote: quoted('“', '”'),
	textquote: quoted('“', '”'),
	foreignquote: (r, at, flow) => {
		at.arg();
		quoted('“', '”')(r, at, flow, '');
	},
	textcquote: (r, at, flow) => cquote(r, at, flow),
	blockcquote: (r, at, flow) => cquote(r, at, flow),
	blockquote: quoted('“', '”'),
	url: (r, at, flow) => {
		const href = address(at.arg());
		link(r, href, flow, () => flow.text(href));
	},
	nolinkurl: (_, at, flow) => flow.text(address(at.arg())),
	path: (_, at, flow) => flow.text(address(at.arg()), { t: 'code' }),
	doi: (r, at, flow) => {
		const doi = address(at.arg());
		link(r, `https://doi.org/${doi}`, flow, () => flow.text(doi));
	},
	href: (r, at, flow) => {
		at.opt();
		const href = address(at.arg());
		const words = at.arg();
		link(r, href, flow, () => r.walk(new Cursor(words), flow));
	},
	input: include,
	include,
	subfile: include,
	subfileinclude: include,
	import: (r, at) => {
		const folder = rawOf(at.arg()).replace(/\/?$/, '/');
		r.include(folder + rawOf(at.arg()), at);
	},
	includegraphics: (r, at, flow) => {
		at.star();
		const options = [at.opt(), at.opt()].flatMap((o) => o ?? []);
		r.environments.graphic(rawOf(at.arg()), described(r, options), widthIn(options), flow);
	},
	graphicspath: (r, at) => r.folders(at.arg().flatMap((n) => (n.type === 'group' ? [rawOf(n.content)] : []))),
	caption: (r, at, flow) => r.environments.caption(at, flow),
	captionof: (r, at, flow) => {
		at.star();
		at.arg();
		r.environments.caption(at, flow);
	},
	subfloat: (r, at, flow) => {
		const words = at.opt();
		if (words) r.environments.subCaption(words);
		r.walk(new Cursor(at.arg()), flow);
	},
	subfigure: (r, at, flow) => COMMANDS.subfloat(r, at, flow, ''),
	resizebox: (r, at, flow) => {
		r.skip('*mm', at);
		r.walk(new Cursor(at.arg()), flow);
	},
	scalebox: (r, at, flow) => {
		r.skip('mo', at);
		r.walk(new Cursor(at.arg()), flow);
	},
	parbox: (r, at, flow) => {
		r.skip('ooom', at);
		r.walk(new Cursor(at.arg()), flow);
	},
	textcolor: (r, at, flow) => {
		r.skip('om', at);
		r.walk(new Cursor(at.arg()), flow);
	},
	multirow: (r, at, flow) => {
		r.skip('omom', at);
		r.walk(new Cursor(at.arg()), flow);
	},
	bibliography: (r, at, flow) =>
		r.bibliography(
			rawOf(at.arg())
				.split(',')
				.map((f) => f.trim()),
			null,
			flow
		),
	addbibresource: (r, at) => {
		at.opt();
		r.result.bibliographies.push(rawOf(at.arg()));
	},
	addglobalbib: (r, at) => {
		at.opt();
		r.result.bibliographies.push(rawOf(at.arg()));
	},
	printbibliography: (r, at, flow) => {
		const options = at.opt() ?? [];
		const k = options.findIndex((n, i) => isString(n, 'title') && isString(options[i + 1], '='));
		const title = k < 0 ? null : options[k + 2]?.type === 'group' ? options[k + 2] : null;
		const words = k < 0 || title ? null : untilComma(options.slice(k + 2));
		r.bibliography([], title?.type === 'group' ? title.content : words, flow);
	},
	nocite: (r, at) => {
		r.result.uncited.push(
			...rawOf(at.arg())
				.split(',')
				.map((k) => k.trim())
				.filter(Boolean)
		);
	},
	newpage: pageBreak,
	clearpage: pageBreak,
	pagebreak: pageBreak,
	cleardoublepage: pageBreak,
	eject: pageBreak,
	tableofcontents: contents('headings', 'contentsname'),
	listoffigures: contents('figures', 'listfigurename'),
	listoftables: contents('tables', 'listtablename'),
	setcounter: (r, at) => {
		const [counter, value] = [rawOf(at.arg()), Number(rawOf(at.arg()))];
		if (counter === 'tocdepth' && value >= 1 && value <= MOST_LEVELS) r.contentsLevels = Math.round(value);
	},
	appendix: (_, __, flow) => flow.end(),
	par: (_, __, flow) => flow.end(),
	'\\': (r, at, flow) => {
		at.star();
		at.opt();
		flow.piece({ t: 'break', marks: flow.marks });
	},
	newline: (_, __, flow) => flow.piece({ t: 'break', marks: flow.marks }),
	linebreak: (_, at, flow) => {
		at.opt();
		flow.piece({ t: 'break', marks: flow.marks });
	},
	'(': () => {},
	')': () => {},
	ensuremath: (r, at, flow) => flow.piece({ t: 'math', tex: r.tex(at.arg()), marks: flow.marks }),
	num: (r, at, flow) => {
		at.opt();
		r.walk(new Cursor(at.arg()), flow);
	},
	SI: (r, at, flow) => {
		at.opt();
		r.walk(new Cursor(at.arg()), flow);
		flow.text('\u00a0');
		r.walk(new Cursor(at.arg()), flow);
	}
};

/** A quotation with its source: `\textcquote[pre][post]{key}{words}` (csquotes manual, 5). */
function cquote(r: LatexReader, at: Cursor, flow: Flow): void {
	const { cites, raw } = readCite('cite', { form: 'parenthetical' }, at, (nodes) => r.words(nodes));
	at.opt();
	flow.text('“');
	r.walk(new Cursor(at.arg()), flow);
	flow.text('” ');
	flow.piece({ t: 'citation', id: newId(), cites, raw, marks: flow.marks });
}

/** The words that describe a picture (graphicx, key `alt`); empty for none. */
function described(r: LatexReader, options: Node[]): string {
	const k = options.findIndex((n, i) => isString(n, 'alt') && isString(options[i + 1], '='));
	if (k < 0) return '';
	const value = options[k + 2];
	return textOf(r.inlines(value?.type === 'group' ? value.content : untilComma(options.slice(k + 2))));
}

/** How wide a picture is, in per cent of the text's; 0 where that is not said, or as our own writer has it for any width. */
function widthIn(options: Node[]): number {
	const k = options.findIndex((n, i) => isString(n, 'width') && isString(options[i + 1], '='));
	if (k < 0) return 0;
	const m = /^\s*(\d*\.?\d*)\s*\\(?:line|text|column)width\b/.exec(rawOf(untilComma(options.slice(k + 2))));
	if (!m) return 0;
	if (m[1]) return Math.min(100, Math.round(Number(m[1]) * 100));
	return options.some((n) => isString(n, 'keepaspectratio')) ? 0 : 100;
}

function untilComma(nodes: Node[]): Node[] {
	const end = nodes.findIndex((n) => isString(n, ','));
	return end < 0 ? nodes : nodes.slice(0, end);
}
