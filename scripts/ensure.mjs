/** Installs what is missing: packages, and for tests the browser. Used by every entry command. */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
export const CHROMIUM = '/usr/bin/chromium';

export function ensureNode() {
	const [major, minor] = process.versions.node.split('.').map(Number);
	if (major < 20 || (major === 20 && minor < 19)) {
		console.error(`Rapid Quill needs Node 20.19 or later; this is ${process.versions.node}.`);
		process.exit(1);
	}
}

export function ensurePackages() {
	const mark = join(root, 'node_modules', '.package-lock.json');
	const fresh = existsSync(mark) && statSync(mark).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs - 1000;
	const complete = existsSync(join(root, 'node_modules', 'vite', 'package.json'));
	if (complete && (fresh || sameLock(mark))) return;
	console.log('Installing packages …');
	const r = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root, stdio: 'inherit' });
	if (r.status !== 0) {
		console.error('The packages could not be installed. Is the npm registry within reach?');
		process.exit(1);
	}
}

/** Whether what is installed is what the lock file asks for, whatever the dates say. */
function sameLock(mark) {
	if (!existsSync(mark)) return false;
	const wanted = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')).packages;
	const have = JSON.parse(readFileSync(mark, 'utf8')).packages;
	return Object.entries(wanted).every(([k, v]) => k === '' || v.optional || v.os || have[k]?.version === v.version);
}

/** The project's settings for TypeScript rest on ones that SvelteKit writes; without them no script starts. */
export function ensureSync() {
	if (existsSync(join(root, '.svelte-kit', 'tsconfig.json'))) return;
	run('SvelteKit’s settings could not be written', [
		join(root, 'node_modules', '@sveltejs', 'kit', 'svelte-kit.js'),
		'sync'
	]);
}

/** Styles and locales, unpacked where they are not yet; what uses them must not answer from half the data. */
export function ensureStyles() {
	run('The styles could not be unpacked', [join(root, 'scripts', 'build-styles.mjs')]);
}

/** Runs a script of Node, what it says on standard error: standard output belongs to the command that needs it. */
function run(what, args) {
	const r = spawnSync(process.execPath, args, { cwd: root, stdio: ['ignore', 2, 2] });
	if (r.status === 0) return;
	console.error(`${what}; the messages above say why.`);
	process.exit(1);
}

/** The folder that the app is built into: tests have one of their own, so that they do not pull a running app's away. */
export const buildFolder = () => join(root, process.env.RQ_OUT ?? 'build');

/** A free port of this machine. */
export const freePort = () =>
	new Promise((answer, fail) => {
		const s = createServer();
		s.once('error', fail);
		s.listen(0, '127.0.0.1', () => {
			const { port } = s.address();
			s.close(() => answer(port));
		});
	});

export function ensureBrowser() {
	if (existsSync(CHROMIUM)) return;
	console.log('Installing Debian’s chromium for the browser tests …');
	try {
		execFileSync('apt-get', ['update', '-q'], { stdio: 'ignore' });
		execFileSync('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'], {
			stdio: 'inherit',
			env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
		});
	} catch (e) {
		console.error(
			`Chromium could not be installed (${e.message.split('\n')[0]}). Install Debian’s package “chromium” as root, then run npm test again.`
		);
		process.exit(1);
	}
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
	ensureNode();
	ensurePackages();
}
