import assert from 'node:assert/strict';
import { test } from 'node:test';
import { titleParts } from './title-words';

test('what sentence case lowers is told from what the person keeps and from the rest', () => {
	const title = {
		id: 'a',
		before: 'The <i>Lit</i> Shore of Port Ennis: A Count',
		after: 'The <i>lit</i> Shore of Port Ennis: A count'
	};
	const parts = titleParts(title, ['Shore']);
	assert.equal(parts.map((p) => p.text).join(''), 'The lit Shore of Port Ennis: A count');
	assert.deepEqual(
		parts.filter((p) => p.change).map((p) => [p.text, p.change, p.typed]),
		[
			['lit', 'lowered', 'Lit'],
			['Shore', 'kept', 'Shore'],
			['count', 'lowered', 'Count']
		]
	);
	const loud = titleParts({ id: 'b', before: 'EELS OF WALES', after: 'Eels of Wales' }, []);
	assert.deepEqual(
		loud.filter((p) => p.change).map((p) => p.typed),
		['Eels', 'Of', 'Wales']
	);
});
