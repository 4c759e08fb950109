/** Our looks of Flowbite's parts answer as the library's own do: an update that asks for more is noticed here. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import * as ours from './flowbite-looks';

const parts = { buttons: 'button', alert: 'alert', utils: 'closeButton', spinner: 'spinner' } as const;

for (const [folder, name] of Object.entries(parts)) {
	test(`the look of ${name} has what Flowbite asks for`, async () => {
		const theirs: Record<string, unknown> = await import(
			new URL(`dist/${folder}/theme.js`, import.meta.resolve('flowbite-svelte/package.json')).href
		);
		const asked = theirs[name] as (given: object) => unknown;
		const given = { color: 'alternative', size: 'md', class: 'of-ours' };
		const their = asked(given);
		const our = ours[name](given);
		if (typeof their === 'string') {
			assert.match(String(our), /(?:^| )of-ours$/);
			return;
		}
		const slots = Object.keys(their as object).filter((k) => !(name === 'button' && k === 'extend'));
		assert.deepEqual(Object.keys(our).sort(), slots.sort());
		for (const slot of Object.values(our as Record<string, (g: object) => string>))
			assert.match(slot({ class: 'of-ours' }), /(?:^| )of-ours$/);
	});
}
