import assert from 'node:assert/strict';
import { test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import { NodeViewRegistry, type Refreshable } from './node-view-registry';

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
	const registry = new NodeViewRegistry();
	const [awake, asleep, other] = [drawnThing(), drawnThing(false), drawnThing()];
	registry.addCitation('a', awake);
	registry.addCitation('b', asleep);
	registry.addCitation('c', other);
	registry.redraw([output('a'), output('b'), output('nowhere')]);
	assert.deepEqual([awake.times, asleep.times], [1, 0]);
	await wait(20);
	assert.deepEqual([awake.times, asleep.times, other.times], [1, 1, 0]);
});

test('a citation that is drawn twice is drawn anew in both places, until one is gone', () => {
	const registry = new NodeViewRegistry();
	const [sheet, margin] = [drawnThing(), drawnThing()];
	registry.addCitation('a', sheet);
	registry.addCitation('a', margin);
	registry.redraw([output('a')]);
	registry.removeCitation('a', sheet);
	registry.redraw([output('a')]);
	registry.removeCitation('a', margin);
	registry.removeCitation('a', margin);
	registry.redraw([output('a')]);
	assert.deepEqual([sheet.times, margin.times], [1, 2]);
});

test('after numbers changed: those notes, and all references and lists', () => {
	const registry = new NodeViewRegistry();
	const [note, still, ref, list, cite] = [1, 2, 3, 4, 5].map(() => drawnThing());
	registry.addNote('n', note);
	registry.addNote('m', still);
	registry.addCitation('c', cite);
	registry.refs.add(ref);
	registry.bibliographies.add(list);
	registry.renumber(['n', 'c']);
	assert.deepEqual([note.times, still.times, cite.times, ref.times, list.times], [1, 0, 1, 1, 1]);
	// a note that was drawn again under the same id is not taken out by the older one
	const again = drawnThing();
	registry.addNote('n', again);
	registry.removeNote('n', note);
	registry.renumber(['n']);
	assert.deepEqual([note.times, again.times], [1, 1]);
});

test('the place in the sheet is found, not that in the margin', () => {
	const registry = new NodeViewRegistry();
	const [sheet, margin, mark] = [drawnThing(), drawnThing(), drawnThing()];
	registry.addCitation('a', margin);
	registry.addCitation('a', sheet);
	registry.addNote('n', mark);
	const root = { contains: (d: unknown) => d === sheet.dom } as unknown as Element;
	assert.equal(registry.anchor('a', root), sheet.dom);
	assert.equal(registry.anchor('n', root), mark.dom);
	assert.equal(registry.anchor('a', undefined), null);
	assert.equal(registry.anchor('nothing', root), null);
});
