/** npm run coverage: how much of what keeps a person's work its unit tests run through, file by file. */
import { spawnSync } from 'node:child_process';
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, ensureStyles, ensureSync, root } from './ensure.mjs';

ensurePackages();
ensureSync();
ensureStyles();
const find = (dir) =>
	readdirSync(dir).flatMap((f) => {
		const p = join(dir, f);
		return statSync(p).isDirectory() ? find(p) : f.endsWith('.test.ts') ? [p] : [];
	});
const tests = ['services', 'editor', 'data', 'workers', 'core/manuscript'].flatMap((d) =>
	find(join(root, 'src', 'lib', d))
);
const r = spawnSync(
	process.execPath,
	['--import', 'tsx', '--test', '--experimental-test-coverage', '--test-reporter=tap', ...tests],
	{ cwd: root, encoding: 'utf8', maxBuffer: 1 << 28 }
);
const WANTED = /^# (?:file|src\/lib\/(?:services|editor|data)\/(?!.*\.test\.)\S+)\s*\|/;
const lines = r.stdout.split('\n').filter((l) => WANTED.test(l));
console.log(lines.map((l) => l.slice(2).split('|').slice(0, 4).join('|')).join('\n'));
process.exit(r.status ?? 1);
