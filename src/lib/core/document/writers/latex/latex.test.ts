/** Papers as LaTeX, read again: what the format holds comes back, what it cannot hold is listed. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { emptyPaper, everyLine, mapLines, paragraph, textOf, words, type Paper } from '../../../paper';
import { readDocument } from '../../readers';
import { anyPaper, citesOf, letters } from '../../../paper/random-paper';
import { plainBlocks, plainHead, sourcesOf } from '../same-paper';
import { writeLatex } from '.';

const PNG = Uint8Array.from(
	atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
	(c) => c.charCodeAt(0)
);
const write = (paper: Paper) => writeLatex(paper, { bibliography: 'refs.bib', citing: 'author-date' });
const read = ({ text, files }: ReturnType<typeof write>) =>
	readDocument('a.tex', new TextEncoder().encode(text), (path) => files.find((f) => f.path === path)?.bytes ?? null);

const SOURCE = String.raw`\documentclass{article}
\usepackage[ngerman,british]{babel}
\addbibresource{refs.bib}
\title{The price of a \emph{lamp}}
\author{Ida Lark \and Per Stone \\ University of Callow \\ stone@example.org}
\date{2 May 1931}
\begin{document}
\maketitle
\begin{abstract}
Gas was dear \autocite{lark2001}.
\end{abstract}
\begin{keywords}lamps, gas\end{keywords}
\nocite{unused}
\section{Prices}\label{sec:prices}
Gas was dear \autocites[see][12--14]{lark2001}[ch. 2]{stone1988}, as \textcite[3]{stone1988} says; see \nameref{sec:prices}
and \autoref{tbl:cost}.\footnote{A note on \autocite{lark2001}.

With a second paragraph.}
H\textsubscript{2}O costs \textbf{\$5} \& more [or \textsc{so}]; \foreignlanguage{ngerman}{das Gas} brannte: 50~\%, a\_b, $E = mc^2$.

\begin{quote}
Night is dear.

And long.
\end{quote}

\begin{enumerate}[label=\alph*., start=3]
\item one
\item two
\begin{itemize}
\item deep
\end{itemize}
\end{enumerate}

\begin{table}
\caption{What a lamp cost \autocite{stone1988}}\label{tbl:cost}
\begin{tabular}{lr}
\toprule
Year & Price \\
\midrule
1868 & \multirow{2}{*}{4} \\
1869 & \\
\multicolumn{2}{c}{\emph{none}} \\
\bottomrule
\end{tabular}
\end{table}

\begin{figure}
\includegraphics[alt={A dark quay}]{lamp.png}
\caption{The quay, \emph{lit}}
\end{figure}

\begin{equation}\label{eq:x}
\int_0^1 x\,dx
\end{equation}

\begin{verbatim}
print(1)
\end{verbatim}

\newpage

\printbibliography[title={References}]
\end{document}
`;
const BIB = `@article{lark2001, author={Lark, Ida}, title={Bells over water}, journal={Harbour Studies}, year=2001, pages={1--9}}
@book{stone1988, author={Stone, Per}, title={Stone quays}, publisher={Tidemark Press}, year=1988}
@book{unused, author={Osei, Bo}, title={Wages}, year=1931}`;

test('everything the reader takes comes back, with its sources, its picture and what stands before the text', () => {
	const beside: Record<string, Uint8Array> = { 'refs.bib': new TextEncoder().encode(BIB), 'lamp.png': PNG };
	const first = readDocument('a.tex', new TextEncoder().encode(SOURCE), (path) => beside[path] ?? null);
	assert.deepEqual(first.dropped, []);
	const written = write(first.paper);
	assert.deepEqual(written.dropped, []);
	const again = read(written);
	assert.deepEqual(again.dropped, []);
	assert.deepEqual(plainBlocks(again.paper), plainBlocks(first.paper));
	assert.deepEqual(plainHead(again.paper), plainHead(first.paper));
	assert.equal(again.paper.lang, 'en-GB');
	assert.deepEqual(sourcesOf(again.paper), sourcesOf(first.paper));
	assert.equal(Object.keys(again.paper.assets).length, 1);
	assert.match(written.text, /\\autocites\[see\]\[12--14\]\{lark2001\}\[ch\. 2\]\{stone1988\}/);
});

test('every sign of a text is printed and not obeyed', () => {
	const SIGNS = 'a\\b {c} $d$ e&f #g h%i j_k l~m n^o \'p\' `q` "r" -- --- << >> ,, [s] | @ * é “t” – ?`';
	const paper: Paper = { ...emptyPaper(), blocks: [paragraph(words(SIGNS))] };
	const back = read(write(paper)).paper.blocks[0];
	assert.equal(back.t === 'paragraph' && textOf(back.content), SIGNS);
	fc.assert(
		fc.property(fc.string({ unit: 'grapheme-ascii', minLength: 1 }), (text) => {
			const [b] = read(write({ ...emptyPaper(), blocks: [paragraph(words(`x${text}x`))] })).paper.blocks;
			assert.equal(b.t === 'paragraph' && textOf(b.content), `x${text}x`.replace(/\s+/g, ' '));
		}),
		{ numRuns: Number(process.env.FUZZ ?? 300) }
	);
});

/** LaTeX itself puts a comma before what stands behind a source; one that was typed there is none more. */
const kept = (p: Paper) =>
	plainBlocks({
		sources: p.sources,
		blocks: mapLines(p.blocks, (line) =>
			line.map((i) =>
				i.t === 'citation'
					? { ...i, cites: i.cites.map((c) => ({ ...c, suffix: c.suffix.replace(/^[,\s]+/, '') })) }
					: i
			)
		)
	});

test('any manuscript: its words and citations come back, and what was written once stays as it is', () => {
	fc.assert(
		fc.property(anyPaper, (paper) => {
			const once = read(write(paper)).paper;
			const twice = read(write(once)).paper;
			assert.deepEqual(kept(twice), kept(once));
			const all = letters([...everyLine(once)].map((l) => textOf(l.line)).join(' '));
			for (const { line } of everyLine(paper))
				for (const i of line) if (i.t === 'text') assert.ok(all.includes(letters(i.text)), i.text);
			const said = (p: Paper) =>
				citesOf(p)
					.map((c) => JSON.stringify(c))
					.sort();
			assert.deepEqual(said(once), said(paper));
		}),
		{ numRuns: Number(process.env.FUZZ ?? 120) }
	);
});
