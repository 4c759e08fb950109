/** Runs the unit tests with Node's own runner; an empty list of files is a failure, not a success. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, statSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { root } from './ensure.mjs';

function find(dir) {
	return readdirSync(dir).flatMap((f) => {
		const p = join(dir, f);
		return statSync(p).isDirectory() ? find(p) : f.endsWith('.test.ts') ? [p] : [];
	});
}
const wanted = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const files = wanted.length ? wanted : ['src', 'scripts', 'demo'].flatMap((d) => find(join(root, d)));
if (!files.length) {
	console.error('No unit test was found.');
	process.exit(1);
}
mkdirSync(join(root, '.cache'), { recursive: true });
const reporter = process.stdout.isTTY ? 'spec' : 'dot';
const r = spawnSync(
	process.execPath,
	[
		'--import',
		'tsx',
		'--test',
		// Node itself would leave one core idle
		`--test-concurrency=${availableParallelism()}`,
		`--test-reporter=${reporter}`,
		'--test-reporter-destination=stdout',
		'--test-reporter=spec',
		'--test-reporter-destination=.cache/unit.txt',
		...files
	],
	{
		cwd: root,
		stdio: 'inherit',
		env: { ...process.env, NODE_OPTIONS: '--max-old-space-size=4096' }
	}
);
process.exit(r.status ?? 1);
