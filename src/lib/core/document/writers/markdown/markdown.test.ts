/** Papers as Markdown, read again: what the format holds comes back, what it cannot hold is listed. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { everyLine, textOf, type Paper } from '../../../paper';
import { readDocument } from '../../readers';
import { anyPaper, citesOf, letters } from '../../../paper/random-paper';
import { plainBlocks, plainHead, sourcesOf } from '../same-paper';
import { writeMarkdown } from '.';

const PNG = Uint8Array.from(
	atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
	(c) => c.charCodeAt(0)
);
const write = (paper: Paper) => writeMarkdown(paper, { bibliography: 'refs.bib' });
const read = ({ text, files }: ReturnType<typeof write>) =>
	readDocument('a.md', new TextEncoder().encode(text), (path) => files.find((f) => f.path === path)?.bytes ?? null);

const SOURCE = `---
title: The price of a *lamp*
author:
  - Ida Lark
  - name: Per Stone
    affiliation: [University of Callow]
    email: stone@example.org
date: 1931-05-02
lang: en-GB
keywords: [lamps, gas]
abstract: |
  Gas was dear [@lark2001].
bibliography: refs.bib
nocite: '@unused'
---

# Prices {#sec:prices}

Gas was dear [see @lark2001, pp. 12-14, on *lamps*; -@stone1988], as @stone1988 [ch. 2] says; see @sec:prices and @tbl:cost.[^1]
H~2~O costs **\\$5** [or *so*]{.smallcaps}; [das Gas]{lang=de} brannte: a_b, \\[sic\\], x\\^2, me\\@example.org, $E = mc^2$.

> Night is dear.
>
> And long.

1. one
2. two

   - deep
   - down

| Year | Price |
| --- | ---: |
| 1868 | 4 |
| 1869 | *5* |

: What a lamp cost [@stone1988] {#tbl:cost}

![The quay, *lit*](lamp.png){#fig:quay alt="A dark quay"}

$$
\\int_0^1 x\\,dx
$$ {#eq:x}

\`\`\`python
print(1)
\`\`\`

\\newpage

[^1]: A note on [@lark2001].

    With a second paragraph.

# References

::: {#refs}
:::
`;
const BIB = `@article{lark2001, author={Lark, Ida}, title={Bells over water}, journal={Harbour Studies}, year=2001, pages={1--9}}
@book{stone1988, author={Stone, Per}, title={Stone quays}, publisher={Tidemark Press}, year=1988}
@book{unused, author={Osei, Bo}, title={Wages}, year=1931}`;

test('everything the reader takes comes back, with its sources, its picture and what stands before the text', () => {
	const beside: Record<string, Uint8Array> = { 'refs.bib': new TextEncoder().encode(BIB), 'lamp.png': PNG };
	const first = readDocument('a.md', new TextEncoder().encode(SOURCE), (path) => beside[path] ?? null);
	const written = write(first.paper);
	assert.deepEqual(written.dropped, []);
	const again = read(written);
	assert.deepEqual(again.dropped, []);
	assert.deepEqual(plainBlocks(again.paper), plainBlocks(first.paper));
	assert.deepEqual(plainHead(again.paper), plainHead(first.paper));
	assert.equal(again.paper.lang, 'en-GB');
	assert.deepEqual(sourcesOf(again.paper), sourcesOf(first.paper));
	assert.equal(Object.keys(again.paper.assets).length, 1);
	assert.match(written.text, /\[see @lark2001, pp\. 12-14, on \*lamps\*; -@stone1988\], as @stone1988 \[ch\. 2\] says/);
});

test('any manuscript: its words and citations come back, and what was written once stays as it is', () => {
	fc.assert(
		fc.property(anyPaper, (paper) => {
			const once = read(write(paper)).paper;
			const twice = read(write(once)).paper;
			assert.deepEqual(plainBlocks(twice), plainBlocks(once));
			const all = letters([...everyLine(once)].map((l) => textOf(l.line)).join(' '));
			for (const { line } of everyLine(paper))
				for (const i of line) {
					if (i.t === 'text') assert.ok(all.includes(letters(i.text)), i.text);
				}
			// words before one in the sentence stand in the sentence
			const before = (c: { form: string; prefix: string }) => (c.form === 'narrative' ? '' : c.prefix);
			const said = (p: Paper) =>
				citesOf(p)
					.filter((c) => c.form !== 'author-only')
					.map((c) => JSON.stringify({ ...c, prefix: before(c) }))
					.sort();
			assert.deepEqual(said(once), said(paper));
		}),
		{ numRuns: Number(process.env.FUZZ ?? 120) }
	);
});
