import assert from 'node:assert/strict';
import { test } from 'node:test';
import { breakable } from './breakable';

test('an address can be broken behind its slashes, but not within its scheme', () => {
	assert.equal(breakable('see https://doi.org/10.5555/jch.45.'), 'see https://doi.org/<wbr>10.5555/<wbr>jch.45.');
	assert.equal(breakable('doi:10.5555/jch.45'), 'doi:10.5555/<wbr>jch.45');
});
test('tags, dates and words with a slash stay as they are', () => {
	const html = '<i>and/or</i> 1/2, <span style="font-variant:small-caps;">a</span>';
	assert.equal(breakable(html), html);
});
