/** Installs what is missing: packages, and for tests the browser. Used by every entry command. */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
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
