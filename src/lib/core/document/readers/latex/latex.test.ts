/** LaTeX in: sections, lists, tables, figures, notes, formulas, references, citations of three packages, parts, losses. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { countPaper, everyLine, textOf, toManuscript, type Block, type Inline } from '../../../paper';
import { short } from '../short-cite';
import { DocumentError } from '../types';
import { readLatex } from '.';

const bytes = (s: string) => new TextEncoder().encode(s);
const read = (text: string, files: Record<string, string> = {}) =>
	readLatex(text, (path) => (Object.hasOwn(files, path) ? bytes(files[path]) : null));
const lines = (text: string, files?: Record<string, string>) =>
	[...everyLine(read(text, files).paper)].map((l) => l.line);
const pieces = (text: string): Inline[] => lines(text).flat();
const textIn = (text: string) => textOf(pieces(text));

const cites = (text: string) =>
	pieces(text).flatMap((i) => (i.t === 'citation' ? [i.cites.map(short).join(' | ')] : []));

/** Commands of LaTeX, natbib (manual, 2.3) and biblatex (manual, 3.9). */
const CITATIONS: [string, string[]][] = [
	[String.raw`A \cite{key}.`, ['key']],
	[String.raw`A~\cite[p.~12]{key}.`, ['key page=12']],
	[String.raw`A \cite{a, b,c}.`, ['a | b | c']],
	[String.raw`A \citep[see][pp.~33--35]{a,b}.`, ['(see) a | b page=33-35']],
	[String.raw`A \citep[see][]{a}.`, ['(see) a']],
	[String.raw`A \citep[chap.~2, my emphasis]{a}.`, ['a chapter=2 +, my emphasis']],
	[String.raw`\citet{a} and \Citet*[12]{b}.`, ['N a', 'N b page=12']],
	[String.raw`\citeauthor{a} said in \citeyear{a}.`, ['A a', 'Y a']],
	[String.raw`By \citeauthor{a} (\citeyear{a}).`, ['A a', 'Y a']],
	[String.raw`So (\citealp[e.g.,][]{a}; see \citealp{b}, \citealp[3]{c}).`, ['(e.g.,) a | (see) b | c page=3']],
	[String.raw`So (see \citealp{a} for more).`, ['(see) a + for more']],
	[
		String.raw`\parencite[12]{a} \Textcite{b} \footcite[see][12--14]{c} \autocite*{d}`,
		['a page=12', 'N b', '(see) c page=12-14', 'd']
	],
	[String.raw`\parencites(See)(and so on)[12]{a}[cf.][]{b}`, ['(See) a page=12 | (cf.) b +and so on']],
	[String.raw`\textcites{a}{b}.`, ['N a | N b']],
	[String.raw`\volcite[cf.]{2}[12]{a}`, ['(cf.) a volume=2, p. 12']],
	[String.raw`\textcquote[12]{a}{Words} and \textquote[{\cite[3]{b}}]{more}.`, ['a page=12', 'b page=3']],
	[String.raw`\newcommand{\mycite}[2][]{\citep[#1]{#2}}Text \mycite[7]{a}.`, ['a page=7']],
	[
		String.raw`% \cite{no}
\verb|\cite{no}| \begin{verbatim}\cite{no}\end{verbatim}\iffalse \cite{no}\fi`,
		[]
	]
];

test('citations of LaTeX, natbib and biblatex', () => {
	for (const [text, expected] of CITATIONS) assert.deepEqual(cites(text), expected, text);
	assert.equal(textIn(String.raw`So (see \citealp{a}) it is.`), 'So it is.');
});

test('text: quotation marks, dashes, accents, symbols, formatting, conditions, commands of the paper’s own', () => {
	const cases: [string, string][] = [
		["``A'' `b' don't --- x--y a~b", '“A” ‘b’ don’t — x–y a b'],
		[String.raw`na\"{\i}ve \'etude \c{c}a Stra\ss{}e \O re \v{S}k\`a`, 'naïve étude ça Straße Øre Škà'],
		[String.raw`5\% \& \$3 \#1 a\_b \{x\} \dots{} \LaTeX{} \textendash`, '5% & $3 #1 a_b {x} … LaTeX –'],
		[String.raw`\emph{a \textbf{b}} {\it c} d`, 'a b c d'],
		[String.raw`\newcommand{\x}[2][o]{#1-#2}\x{a} \x[b]{c}`, 'o-a b-c'],
		[String.raw`\def\y#1{<#1>}\y{a}\let\z\y \z{b}`, '<a><b>'],
		[String.raw`\newif\ifdraft\draftfalse a\ifdraft b\else c\fi d`, 'acd'],
		[String.raw`\newif\ifdraft\drafttrue a\ifdraft b\else c\fi d`, 'abd'],
		['one % aside\ntwo', 'one two'],
		[
			String.raw`\enquote{in} \href{https://example.org}{there} \url{https://example.org/a_b%20c}`,
			'“in” there https://example.org/a_b%20c'
		],
		[String.raw`\unknown[opt]{kept} \vspace{2cm}end`, 'kept end'],
		[String.raw`\texorpdfstring{shown}{plain} after`, 'shown after']
	];
	for (const [tex, text] of cases) assert.equal(textIn(tex).replace(/\u00a0/g, ' '), text, tex);
});

test('a document: title block, levels, labels and references, parts beside it', () => {
	const r = read(
		String.raw`\documentclass{article}
\usepackage[english,ngerman]{babel}
\title{Lamps \\ \& \emph{harbours}\thanks{Funded.}}
\author{Ida Lark\thanks{Port Ennis} \and Per Stone\\Callow University\\ps@example.org}
\date{3 May 2024}
\renewcommand{\section}{\secdef\x}
\begin{document}
\maketitle
\begin{abstract}Short.\end{abstract}
\begin{keywords}gas, lamps\end{keywords}
\section[s]{One}\label{sec:one}
See \ref{sec:one}, \autoref{fig:a}, \nameref{sec:two}, \eqref{eq:e}, item~\ref{it:b}, note~\ref{fn}, \ref{nowhere}.\footnote{Word.\label{fn}}
\subsection*{Two}\label{sec:two}
\begin{figure}\includegraphics[width=3cm]{q}\caption{A quay \cite{k}}\label{fig:a}\end{figure}
\begin{equation}x\label{eq:e}\end{equation}
\begin{enumerate}[label=(\alph*),start=2]\item\label{it:b} b\end{enumerate}
\input{part}
\end{document} never`,
		{ 'part.tex': '\\paragraph{Three} \\foo', 'q.png': 'no picture' }
	);
	const { head, blocks, lang } = r.paper;
	assert.equal(textOf(head.title), 'Lamps & harbours');
	assert.deepEqual(head.thanks.map(textOf), ['Funded.']);
	assert.deepEqual(head.authors, [
		{ name: 'Ida Lark', affiliations: ['Port Ennis'], email: '' },
		{ name: 'Per Stone', affiliations: ['Callow University'], email: 'ps@example.org' }
	]);
	assert.deepEqual([head.date, head.keywords, head.abstract.length, lang], ['3 May 2024', ['gas', 'lamps'], 1, 'de']);
	assert.deepEqual(
		blocks.flatMap((b) => (b.t === 'heading' ? [`${b.level} ${textOf(b.content)}`] : [])),
		['2 One', '3 Two', '5 Three']
	);
	const refs = [...everyLine(r.paper)].flatMap(({ line }) =>
		line.flatMap((i) => (i.t === 'cross-ref' ? [`${i.target} ${i.show}`] : i.t === 'note-ref' ? ['note'] : []))
	);
	assert.deepEqual(refs, ['sec:one number', 'fig:a label', 'sec:two title', 'eq:e number', 'note']);
	assert.match(textOf((blocks[1] as Extract<Block, { t: 'paragraph' }>).content), /\(\), item b, note , \?\?\./);
	assert.deepEqual(
		r.dropped.map((d) => `${d.where}: ${d.what}`),
		[
			'line 14: the picture q.png: only PNG, JPEG, GIF and WebP can be shown',
			'part, line 1: the command \\foo',
			'in the text: a reference to “nowhere”, which is nowhere'
		]
	);
	assert.doesNotMatch(JSON.stringify(blocks), /never/);
});

test('tables: spans, heads, alignment, captions, several pages', () => {
	const table = (text: string) => read(text).paper.blocks.find((b) => b.t === 'table')!;
	const t = table(String.raw`\begin{table}[t]\centering\caption{C}\label{t}
\begin{tabular}{@{}l*{2}{r}p{3cm}@{}}\toprule
A & B & C & D \\ \cmidrule(lr){1-2} \midrule
\multicolumn{2}{c}{x} & \multirow{2}{*}{y} & z\\
1 & 2 & & 3 \\[2pt]\bottomrule
\end{tabular}\end{table}`);
	assert.equal(t.id, 't');
	assert.equal(textOf(t.caption!.content), 'C');
	assert.deepEqual(
		t.rows.map((r) => r.map((c) => [c.header ? 'h' : 'd', c.align, c.colspan, c.rowspan].join(' '))),
		[
			['h left 1 1', 'h right 1 1', 'h right 1 1', 'h  1 1'],
			['d center 2 1', 'd right 1 2', 'd  1 1'],
			['d left 1 1', 'd right 1 1', 'd  1 1']
		]
	);
	const long = table(
		String.raw`\begin{longtable}{ll}\caption{L}\label{l}\\ A & B\\ \endfirsthead A & B (again)\\ \endhead 1 & 2\\ \end{longtable}`
	);
	assert.equal(textOf(long.caption!.content), 'L');
	assert.deepEqual([long.id, long.rows.length, long.rows[0][0].header], ['l', 2, true]);
	assert.equal(table(String.raw`\begin{tabular}{l}\hline a\\ b\\ \hline\end{tabular}`).rows[0][0].header, false);
});

test('formulas in every environment, with the paper’s own commands written out', () => {
	const eq = (text: string) =>
		read(text).paper.blocks.flatMap((b) => (b.t === 'equation' ? [`${b.tex}${b.numbered ? ' #' : ''}`] : []));
	assert.deepEqual(
		eq(
			String.raw`\newcommand{\R}{\mathbb{R}}\[ x \in \R \] \begin{equation} y \end{equation} \begin{equation*} z \end{equation*} $$w$$`
		),
		[String.raw`x \in \mathbb{R}`, 'y #', 'z', 'w']
	);
	assert.match(
		eq(String.raw`\begin{align} a &= b \\ c &= d \nonumber \end{align}`)[0],
		/^\\begin\{aligned\}[^]*\\end\{aligned\} #$/
	);
	assert.equal(
		pieces(String.raw`In $a_1$, \(b\) and \begin{math}c\end{math}.`).filter((i) => i.t === 'math').length,
		3
	);
});

test('notes whose words come later, endnotes, lists, quotations, statements, code', () => {
	const r = read(String.raw`A\footnotemark{} b\endnote{E}.\footnotetext{F}

\begin{description}\item[Term] said\end{description}
\begin{itemize}\item a\begin{enumerate}\item b\end{enumerate}\end{itemize}
\begin{quote}Q \cite{k}\end{quote}
\begin{theorem}[Name]\label{th} T\end{theorem} By \ref{th}.
\begin{lstlisting}[language=C]
x_1 % kept
\end{lstlisting}`);
	const c = countPaper(r.paper);
	assert.deepEqual([c.footnotes, c.endnotes, c.lists, c.citations], [1, 1, 3, 1]);
	assert.match(
		textOf([...everyLine(r.paper)].flatMap((l) => l.line)),
		/F.*E.*Term said.*Theorem 1 \(Name\)\. T ?By 1\./
	);
	const code = r.paper.blocks.find((b) => b.t === 'code')!;
	assert.deepEqual([code.language, code.text.trim()], ['C', 'x_1 % kept']);
});

test('a typed list of references: its entries are sources that print as typed, and all of them are listed', () => {
	const r = read(String.raw`\cite{a}
\begin{thebibliography}{9}
\bibitem[Lark et al.(2001)Lark, Stone]{a} Lark, I. \emph{Bells}. 2001.
\bibitem{b} P.~Stone, \enquote{Quays,} 1988.
\end{thebibliography}`);
	assert.deepEqual(
		r.paper.sources.map((s) => [
			s.key,
			s.item.title,
			(s.item.custom as Record<string, { text: string }>)['hand-made'].text
		]),
		[
			['a', 'Lark et al., 2001', 'Lark, I. <i>Bells</i>. 2001.'],
			['b', 'Stone, 1988', 'P. Stone, “Quays,” 1988.']
		]
	);
	assert.deepEqual(r.uncited, ['a', 'b']);
});

test('what goes on without end, in whatever way, is bounded and said', () => {
	const bombs = [
		String.raw`\def\a{\a\a}\a`,
		String.raw`\newcommand{\a}[1]{\a{#1#1}}\a{x}`,
		String.raw`\newcommand{\a}{$\a\a$}\a`
	];
	for (const b of bombs) assert.ok(read(b).dropped.length, b.slice(0, 40));
	for (const deep of ['{'.repeat(5000) + '}'.repeat(5000), '\\begin{quote}'.repeat(5000)])
		assert.throws(() => read(deep), DocumentError);
	assert.ok(read(String.raw`\input{me}`, { 'me.tex': String.raw`x \input{me}` }).dropped.length);
});

test('whatever text it is given, it is read and a manuscript can be made of it', () => {
	const piece = fc.oneof(
		fc.constantFrom(
			'\\cite',
			'\\citep',
			'[',
			']',
			'{',
			'}',
			'\\footnote{',
			'\\begin{table}',
			'\\end{table}',
			'\\begin{tabular}{ll}',
			'\\end{tabular}',
			'&',
			'\\\\',
			'\\item',
			'\\begin{itemize}',
			'\\end{itemize}',
			'$',
			'\\[',
			'\\]',
			'\\section{',
			'\\label{a}',
			'\\ref{a}',
			'\\newcommand',
			'\\x',
			'#1',
			'%',
			'\n',
			'\n\n',
			'\\caption{',
			'\\begin{figure}',
			'\\end{figure}',
			'\\verb|',
			'|',
			'~',
			"''",
			'``',
			'--',
			"\\'",
			'\\begin{document}',
			'\\end{document}',
			'\\if',
			'\\fi',
			'\\else',
			'\\multicolumn',
			'\\def',
			'\\input',
			'\\emph',
			'*',
			'\\bibitem',
			'\\begin{equation}',
			'\\end{equation}',
			'\\title{',
			'\\author',
			'\\thanks',
			'(',
			')',
			'\\citealp{k}'
		),
		fc.stringMatching(/^[a-zäß]{1,5} ?$/)
	);
	fc.assert(
		fc.property(fc.array(piece, { maxLength: 30 }), (parts) => {
			const r = read(parts.join(''));
			toManuscript(r.paper);
			assert.deepEqual(structuredClone(r.paper), r.paper);
		}),
		{ numRuns: Number(process.env.FUZZ ?? 500) }
	);
});
