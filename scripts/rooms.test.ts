/** The dependency rules really catch what they forbid: a planted violation is seen. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { root } from './catalogue';

const run = (file: string, code: string) => {
	const dir = join(root, 'src', 'lib', 'core', 'csl', 'planted-for-test');
	mkdirSync(dir, { recursive: true });
	try {
		writeFileSync(join(dir, file), code);
		return spawnSync(
			'npx',
			['depcruise', '--config', '.dependency-cruiser.cjs', join('src/lib/core/csl/planted-for-test', file)],
			{ cwd: root, encoding: 'utf8' }
		);
	} finally {
		rmSync(dir, { recursive: true, force: true });
	}
};

test('core that imports storage, and csl that imports another room, are caught', () => {
	const a = run('a.ts', "import { db } from '$lib/data/db';\nexport default db;\n");
	assert.notEqual(a.status, 0);
	assert.match(a.stdout, /core-is-pure/);
	const b = run('b.ts', "import { schema } from '../../manuscript';\nexport default schema;\n");
	assert.notEqual(b.status, 0);
	assert.match(b.stdout, /csl-stands-alone/);
});
