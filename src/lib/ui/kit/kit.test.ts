/** How the kit's fields are used. */
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';

const ui = join(import.meta.dirname, '..');
/** The components outside of the kit, by name. */
const views = readdirSync(ui, { recursive: true, encoding: 'utf8' })
	.filter((f) => f.endsWith('.svelte') && !f.startsWith('kit'))
	.map((name) => ({ name, text: readFileSync(join(ui, name), 'utf8') }));

test('what is typed in a field is bound, or shown: a one-way value would take it back when anything changes', () => {
	let fields = 0;
	for (const { name, text } of views) {
		for (const [tag] of text.matchAll(/<(?:Field|Words)\s[\s\S]*?\/>/g)) {
			fields++;
			assert.doesNotMatch(tag, /\svalue=\{/, `${name}: ${tag}`);
		}
	}
	assert.ok(fields > 30, `${fields} fields`);
});

test('what the kit has is not made by hand; the cite line, and what stands in the first load for it, are', () => {
	const own = /(?:Cite\w+|StyleWaiting|DraftBar)\.svelte$/;
	const made = views.flatMap(({ name, text }) =>
		[...text.matchAll(/<(?:button|details|table|dialog|input|select|textarea)\b|role="alert"/g)]
			.filter(([what]) => what === '<button' || !own.test(name))
			.map(([what]) => `${name}: ${what}`)
	);
	assert.deepEqual(made, []);
	assert.ok(views.length > 80, `${views.length} views`);
});
