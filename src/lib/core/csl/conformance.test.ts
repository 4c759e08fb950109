/** The public conformance suite, where it is at hand: RQ_CSL_SUITE or ../shared/csl-suite beside the project. */
import assert from 'node:assert/strict';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { root } from '../../../../scripts/catalogue';
import { readFixture, runFixture } from '../../../../scripts/fixtures';

/** What was reached; it only goes up. */
const FLOOR = 665;
const dir = process.env.RQ_CSL_SUITE ?? join(root, '..', 'shared', 'csl-suite');

test(
	'conformance suite',
	{ skip: existsSync(dir) ? false : `skipped: no cases at ${process.env.RQ_CSL_SUITE ?? 'shared/csl-suite'}` },
	() => {
		const files = readdirSync(dir).filter((f) => f.endsWith('.txt'));
		assert.ok(files.length > 400);
		const passed = files.filter(
			(f) => runFixture(readFixture(f.replace('.txt', ''), readFileSync(join(dir, f), 'utf8'))).pass
		).length;
		assert.ok(passed >= FLOOR, `${passed} of ${files.length} pass, the floor is ${FLOOR}`);
	}
);
