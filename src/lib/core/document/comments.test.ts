/** Comments go out in live files, and come back with what they are about; final files have none. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { schema } from '../manuscript';
import { commentsIn, toManuscript, type Comments } from '../paper';
import { toFinal } from '.';
import { writeDocxBytes } from './docx';
import { writeOdt } from './odt';
import { liveOf } from './live';
import { readDocument } from './readers';

const n = schema.nodes;
const said = { by: 'Vera Lindgate', at: '2026-11-24T10:12:00.000Z' };
const comments: Comments = {
	a: {
		...said,
		text: 'Two questions.\nSplit?',
		replies: [{ by: 'Ida Lark', at: '2026-11-25T09:00:00.000Z', text: 'Yes & no.' }],
		done: false
	},
	b: { ...said, text: 'On a citation, and <more>.', replies: [], done: false },
	c: { ...said, text: 'Dealt with.', replies: [], done: true }
};
const mark = (...ids: string[]) => ids.map((id) => schema.mark('comment', { id }));
const cite = n.citation.create(
	{ id: 'c1', cites: [{ sourceId: 's1', locator: null, prefix: '', suffix: '', form: 'parenthetical' }] },
	null,
	mark('b')
);
const doc = n.doc.create({ comments }, [
	n.paragraph.create(null, [
		schema.text('Who decided, and '),
		schema.text('who paid ', mark('a')),
		schema.text('when', mark('a', 'b')),
		schema.text(' it', mark('b')),
		cite,
		schema.text('?')
	]),
	n.paragraph.create(null, [schema.text('It '), schema.text('went', mark('c')), schema.text('.')])
]);

const write = async (ending: string, live: boolean): Promise<Uint8Array> => {
	const final = toFinal(doc, '', ['Ida Lark'], 'in-text', {
		citations: new Map([['c1', { runs: [{ text: '(Okafor 2019)' }], leadRuns: [] }]]),
		entries: [],
		hanging: true,
		aligned: false,
		lang: 'en-GB'
	});
	const source = { id: 's1', key: 'okafor', item: { id: 's1', type: 'book', title: 'Night' } };
	const data = live ? liveOf(doc, final, { manuscript: 'm1', authors: [], sources: [source] }) : null;
	return ending === 'odt' ? writeOdt(final, undefined, data) : writeDocxBytes(final, undefined, data);
};

/** The words of each comment, by what it says. */
function passages(bytes: Uint8Array, ending: string): Record<string, string> {
	const back = toManuscript(readDocument(`a.${ending}`, bytes, () => null).paper).doc;
	const all = commentsIn(back);
	const out: Record<string, string> = {};
	back.descendants((x) => {
		for (const m of x.marks)
			if (m.type.name === 'comment') {
				const { text } = all[m.attrs.id as string];
				out[text] = (out[text] ?? '') + (x.text ?? `[${x.type.name}]`);
			}
		return true;
	});
	return out;
}

for (const ending of ['docx', 'odt'])
	test(`${ending}: what comments are about, who said what and when, answers; none in a final file`, async () => {
		const bytes = await write(ending, true);
		const about = passages(bytes, ending);
		assert.equal(about['Two questions.\nSplit?'], 'who paid when');
		assert.equal(about['On a citation, and <more>.'], 'when it[citation]');
		assert.equal(about['Dealt with.'], undefined);
		const back = Object.values(commentsIn(toManuscript(readDocument(`a.${ending}`, bytes, () => null).paper).doc));
		const first = back.find((c) => c.text.startsWith('Two'));
		assert.equal(first?.by, 'Vera Lindgate');
		assert.equal(first?.at.slice(0, 16), said.at.slice(0, 16));
		// OpenDocument has no replies: they come back as comments on the same words
		if (ending === 'docx')
			assert.deepEqual(
				first?.replies.map((r) => [r.by, r.text]),
				[['Ida Lark', 'Yes & no.']]
			);
		else assert.equal(about['Yes & no.'], 'who paid when');
		const final = unzipSync(await write(ending, false));
		const whole = Object.values(final)
			.map((p) => strFromU8(p))
			.join('');
		assert.doesNotMatch(whole, /Two questions|annotation|commentRange/);
	});
