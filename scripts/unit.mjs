/** Runs the unit tests with Node's own runner; an empty list of files is a failure, not a success. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { root } from './ensure.mjs';

function find(dir) {
	return readdirSync(dir).flatMap((f) => {
		const p = join(dir, f);
		return statSync(p).isDirectory() ? find(p) : f.endsWith('.test.ts') ? [p] : [];
	});
}

/**
 * Tests of core change nothing outside themselves, so those of one folder run in one process: starting a process and
 * reading the program anew costs more than most files of tests do. The folders with the long ones are left in files.
 */
const TOGETHER = /^src\/lib\/core\/(?!csl\/|exchange\/)([^/]+)\//;
function grouped(files) {
	const dir = join(root, '.cache', 'unit');
	rmSync(dir, { recursive: true, force: true });
	mkdirSync(dir, { recursive: true });
	const groups = new Map();
	const alone = [];
	for (const file of files) {
		const folder = TOGETHER.exec(relative(root, file))?.[1];
		if (folder) groups.set(folder, [...(groups.get(folder) ?? []), file]);
		else alone.push(file);
	}
	const together = [...groups].map(([folder, list]) => {
		const file = join(dir, `${folder}.test.ts`);
		writeFileSync(file, list.map((f) => `import ${JSON.stringify(relative(dir, f))};\n`).join(''));
		return file;
	});
	return [...alone, ...together];
}

const wanted = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const all = wanted.length ? wanted : ['src', 'scripts', 'demo'].flatMap((d) => find(join(root, d)));
if (!all.length) {
	console.error('No unit test was found.');
	process.exit(1);
}
const files = wanted.length ? wanted : grouped(all);
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
