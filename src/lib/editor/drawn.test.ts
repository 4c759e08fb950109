import assert from 'node:assert/strict';
import { test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import { Drawn, type Refreshable } from './drawn';

/** Something drawn that counts how often it was drawn anew. */
function drawnThing(isConnected = true): Refreshable & { times: number } {
	return {
		times: 0,
		dom: { isConnected } as HTMLElement,
		refresh() {
			this.times++;
		}
	};
}
const output = (id: string) => ({ id, html: '', text: '', lead: '' });

test('what is in the page is drawn at once, what sleeps after it, what did not change never', async () => {
	const drawn = new Drawn();
	const [awake, asleep, other] = [drawnThing(), drawnThing(false), drawnThing()];
	drawn.addCitation('a', awake);
	drawn.addCitation('b', asleep);
	drawn.addCitation('c', other);
	drawn.redraw([output('a'), output('b'), output('nowhere')]);
	assert.deepEqual([awake.times, asleep.times], [1, 0]);
	await wait(20);
	assert.deepEqual([awake.times, asleep.times, other.times], [1, 1, 0]);
});

test('a citation that is drawn twice is drawn anew in both places, until one is gone', () => {
	const drawn = new Drawn();
	const [sheet, margin] = [drawnThing(), drawnThing()];
	drawn.addCitation('a', sheet);
	drawn.addCitation('a', margin);
	drawn.redraw([output('a')]);
	drawn.removeCitation('a', sheet);
	drawn.redraw([output('a')]);
	drawn.removeCitation('a', margin);
	drawn.removeCitation('a', margin);
	drawn.redraw([output('a')]);
	assert.deepEqual([sheet.times, margin.times], [1, 2]);
});

test('after numbers changed: those notes, and all references and lists', () => {
	const drawn = new Drawn();
	const [note, still, ref, list, cite] = [1, 2, 3, 4, 5].map(() => drawnThing());
	drawn.addNote('n', note);
	drawn.addNote('m', still);
	drawn.addCitation('c', cite);
	drawn.refs.add(ref);
	drawn.lists.add(list);
	drawn.renumber(['n', 'c']);
	assert.deepEqual([note.times, still.times, cite.times, ref.times, list.times], [1, 0, 1, 1, 1]);
	// a note that was drawn again under the same id is not taken out by the older one
	const again = drawnThing();
	drawn.addNote('n', again);
	drawn.removeNote('n', note);
	drawn.renumber(['n']);
	assert.deepEqual([note.times, again.times], [1, 1]);
});

test('the place in the sheet is found, not that in the margin', () => {
	const drawn = new Drawn();
	const [sheet, margin, mark] = [drawnThing(), drawnThing(), drawnThing()];
	drawn.addCitation('a', margin);
	drawn.addCitation('a', sheet);
	drawn.addNote('n', mark);
	const root = { contains: (d: unknown) => d === sheet.dom } as unknown as Element;
	assert.equal(drawn.anchor('a', root), sheet.dom);
	assert.equal(drawn.anchor('n', root), mark.dom);
	assert.equal(drawn.anchor('a', undefined), null);
	assert.equal(drawn.anchor('nothing', root), null);
});
