/** npm test: installs what is missing, then every check in turn; one closing line. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBrowser, ensureNode, ensurePackages, ensureSync, freePort, root } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBrowser();
ensureSync();
mkdirSync(join(root, '.cache'), { recursive: true });

const steps = [
	['style data', ['run', '-s', 'styles']],
	['format', ['run', '-s', 'format:check']],
	['lint', ['run', '-s', 'lint']],
	['types', ['run', '-s', 'check']],
	['modules', ['run', '-s', 'modules']],
	['unit tests', ['run', '-s', 'unit']],
	['build', ['run', '-s', 'build']],
	['size', ['run', '-s', 'size']],
	['browser tests', ['run', '-s', 'e2e']]
];
// a build and a port of their own: an app that runs from this folder goes on
const env = { ...process.env, RQ_OUT: '.cache/test-build', RQ_TEST_PORT: String(await freePort()) };
const quiet = new Set(['build']);
let passed = 0;
let failed = 0;
for (const [name, args] of steps) {
	const begun = Date.now();
	console.log(`\n— ${name}`);
	const r = spawnSync('npm', args, {
		cwd: root,
		env,
		encoding: 'utf8',
		stdio: quiet.has(name) ? 'pipe' : 'inherit'
	});
	if (r.status === 0) passed++;
	else {
		failed++;
		if (quiet.has(name)) console.log(`${r.stdout}\n${r.stderr}`);
		console.log(`✗ ${name} failed`);
		// browser tests against a build that failed would say nothing
		if (name === 'build') break;
	}
	if (name === 'unit tests') {
		const file = join(root, '.cache', 'unit.txt');
		if (existsSync(file))
			console.log(
				readFileSync(file, 'utf8')
					.split('\n')
					.filter((l) => /^ℹ|^✖/.test(l))
					.join('\n')
			);
	}
	console.log(`  ${((Date.now() - begun) / 1000).toFixed(0)} s`);
}
console.log(`\nchecks: ${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
