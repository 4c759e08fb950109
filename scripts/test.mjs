/** npm test: installs what is missing, then every check in turn; one closing line. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { ensureBrowser, ensureNode, ensurePackages, ensureSync, freePort, root } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBrowser();
ensureSync();
mkdirSync(join(root, '.cache'), { recursive: true });

/** Checks that read files only stand together in one row, and run side by side. */
const rows = [
	[['style data', 'styles']],
	[
		['lint', 'lint'],
		['format', 'format:check'],
		['types', 'check'],
		['modules', 'modules']
	],
	[['unit tests', 'unit']],
	[['build', 'build']],
	[['size', 'size']],
	[['browser tests', 'e2e']]
];
// a build and a port of their own: an app that runs from this folder goes on
const env = { ...process.env, RQ_OUT: '.cache/test-build', RQ_TEST_PORT: String(await freePort()) };

/** What failed and why, said again at the very end: of a long log often only the tail is kept. */
const reasons = [];
const LINES = 40;
const lastOf = (text) =>
	text
		.split('\n')
		.filter((l) => l.trim())
		.slice(-LINES)
		.map((l) => l.slice(0, 300));

/** Runs one check; what it prints comes at once where it runs alone, else whole at its end. */
const run = ([name, script], alone) =>
	new Promise((done) => {
		const begun = Date.now();
		if (alone) console.log(`\n— ${name}`);
		const shown = alone && name !== 'build';
		const child = spawn('npm', ['run', '-s', script], {
			cwd: root,
			env,
			stdio: ['ignore', 'pipe', 'pipe']
		});
		let said = '';
		for (const out of [child.stdout, child.stderr])
			out.setEncoding('utf8').on('data', (d) => {
				said += d;
				if (shown) process.stdout.write(d);
			});
		child.on('error', (e) => (said += e.message));
		child.on('close', (code) => {
			if (!alone) console.log(`\n— ${name}`);
			if (!shown && said && (code || name !== 'build')) console.log(said.trimEnd());
			if (name === 'unit tests') sayUnit();
			if (code !== 0) {
				console.log(`✗ ${name} failed`);
				reasons.push(`✗ ${name} failed (${code})`, ...lastOf(name === 'unit tests' ? unitFailures() : said));
			}
			console.log(`  ${((Date.now() - begun) / 1000).toFixed(0)} s`);
			done(code === 0);
		});
	});

/** The runner's closing lines, and what failed. */
function sayUnit() {
	const file = join(root, '.cache', 'unit.txt');
	if (!existsSync(file)) return;
	const lines = readFileSync(file, 'utf8').split('\n');
	console.log(lines.filter((l) => /^ℹ|^✖/.test(l)).join('\n'));
}

/** What the runner says of the tests that failed, which is the last thing it says. */
function unitFailures() {
	const file = join(root, '.cache', 'unit.txt');
	const text = existsSync(file) ? readFileSync(file, 'utf8') : '';
	const at = text.lastIndexOf('✖ failing tests:');
	return at < 0
		? text
		: text
				.slice(at)
				.split('\n')
				.filter((l) => l.trim())
				.slice(0, LINES)
				.join('\n');
}

/** Runs the checks of a row, as many at once as there are cores. @returns for each whether it passed */
async function side(checks) {
	const waiting = [...checks];
	const passed = [];
	const lane = async () => {
		for (let c = waiting.shift(); c; c = waiting.shift()) passed.push(await run(c, checks.length === 1));
	};
	await Promise.all(Array.from({ length: Math.min(checks.length, availableParallelism()) }, lane));
	return passed;
}

let passed = 0;
let failed = 0;
for (const row of rows) {
	const answers = await side(row);
	passed += answers.filter(Boolean).length;
	failed += answers.filter((ok) => !ok).length;
	// browser tests against a build that failed would say nothing
	if (row[0][0] === 'build' && !answers[0]) break;
}
if (reasons.length) console.log(`\n${reasons.join('\n')}`);
console.log(`\nchecks: ${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
