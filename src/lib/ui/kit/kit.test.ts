/** How the kit's fields are used. */
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';

const ui = join(import.meta.dirname, '..');

test('what is typed in a field is bound, or shown: a one-way value would take it back when anything changes', () => {
	let fields = 0;
	for (const name of readdirSync(ui, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.svelte'))) {
		if (name.startsWith('kit')) continue;
		for (const [tag] of readFileSync(join(ui, name), 'utf8').matchAll(/<(?:Field|Words)\s[\s\S]*?\/>/g)) {
			fields++;
			assert.doesNotMatch(tag, /\svalue=\{/, `${name}: ${tag}`);
		}
	}
	assert.ok(fields > 30, `${fields} fields`);
});
