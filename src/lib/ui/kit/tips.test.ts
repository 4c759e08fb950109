import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ariaKeys } from './aria-keys';
import { tipOf } from './tips';

/** As much of a control as a tooltip asks. */
const control = (text: string, label: string | null, dataset: Record<string, string> = {}) =>
	({ innerText: text, dataset, getAttribute: () => label }) as unknown as HTMLElement;

test('a tooltip says what a control does not say itself', () => {
	assert.deepEqual(tipOf(control('Cite', null, { tip: 'Cite at the caret', keys: '@' })), {
		words: 'Cite at the caret',
		keys: '@'
	});
	assert.deepEqual(tipOf(control('', 'Back to the desk')), { words: 'Back to the desk', keys: '' });
	assert.deepEqual(tipOf(control('B', 'Bold', { keys: 'Ctrl B' })), { words: 'Bold', keys: 'Ctrl B' });
	assert.deepEqual(tipOf(control('Next', null, { keys: 'Enter' })), { words: 'Next', keys: 'Enter' });
	assert.equal(tipOf(control('A long row of a list', 'Note 3: a long row of a list')), null);
	assert.equal(tipOf(control('Columns', null, { tip: 'Columns' })), null);
});

test('keys are told to assistive technology as WAI-ARIA 1.2 has them', () => {
	assert.equal(ariaKeys('Ctrl Shift E'), 'Control+Shift+E');
	assert.equal(ariaKeys('@ or Ctrl Alt L'), '@ Control+Alt+L');
	assert.equal(ariaKeys(undefined), undefined);
});
