import assert from 'node:assert/strict';
import { test } from 'node:test';
import { styleIndex } from '../../../../scripts/catalogue';
import { nearestStyle } from './index';

test('the nearest style of the other class is of the same publisher where it has one', () => {
	const list = styleIndex() as unknown as { id: string; title: string; note: boolean }[];
	const near = (id: string, notes: boolean) => nearestStyle(id, list, notes)?.id;
	assert.equal(near('chicago-author-date', true), 'chicago-fullnote-bibliography');
	assert.equal(near('chicago-fullnote-bibliography', false), 'chicago-author-date');
	assert.match(near('turabian-author-date', true)!, /^turabian-fullnote/);
	assert.match(near('turabian-fullnote-bibliography', false)!, /^turabian-author-date/);
	// nobody near: Chicago has both
	assert.equal(near('apa', true), 'chicago-fullnote-bibliography');
	assert.equal(near('ieee', true), 'chicago-fullnote-bibliography');
	for (const notes of [true, false])
		for (const s of list.slice(0, 300)) {
			const found = nearestStyle(s.id, list, notes);
			assert.equal(found?.note, notes, s.id);
		}
});
