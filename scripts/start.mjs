/** npm start: installs what is missing, builds what has changed, serves on 127.0.0.1. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { ensureNode, ensurePackages, root } from './ensure.mjs';

ensureNode();
ensurePackages();

/** A digest of everything a build reads. */
function digest() {
	const h = createHash('sha256');
	const walk = (p) => {
		if (statSync(p).isDirectory()) for (const f of readdirSync(p).sort()) walk(join(p, f));
		else h.update(p).update(readFileSync(p));
	};
	for (const p of [
		'src',
		'demo',
		'catalogue',
		'static/mark.svg',
		'scripts/build-styles.mjs',
		'scripts/errata.mjs',
		'package-lock.json',
		'svelte.config.js',
		'vite.config.ts'
	])
		walk(join(root, p));
	return h.digest('hex');
}

const stamp = join(root, '.cache', 'built');
const now = digest();
if (!existsSync(join(root, 'build', 'handler.js')) || !existsSync(stamp) || readFileSync(stamp, 'utf8') !== now) {
	console.log('Building …');
	const r = spawnSync('npm', ['run', '-s', 'build'], { cwd: root, encoding: 'utf8', shell: false });
	if (r.status !== 0) {
		console.error(`${r.stdout}\n${r.stderr}\nThe build failed; the messages above say why.`);
		process.exit(1);
	}
	mkdirSync(join(root, '.cache'), { recursive: true });
	writeFileSync(stamp, now);
}

const free = (port) =>
	new Promise((answer) => {
		const s = createServer();
		s.once('error', () => answer(false));
		s.listen(port, '127.0.0.1', () => s.close(() => answer(true)));
	});
const wished = process.env.PORT;
let port = Number(wished ?? 4173);
if (!(await free(port))) {
	if (wished) {
		console.error(`Port ${port} is taken. Choose another: PORT=4200 npm start`);
		process.exit(1);
	}
	while (!(await free(port))) port++;
}
const server = spawn(process.execPath, ['scripts/serve.mjs'], {
	cwd: root,
	stdio: 'inherit',
	env: { ...process.env, HOST: '127.0.0.1', PORT: String(port) }
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
console.log(`
Rapid Quill is at http://127.0.0.1:${port}/
The first visit brings an invented demo library and three manuscripts; what you make stays in your browser.
To begin without the example, press “Remove the example” at the foot of the desk. Stop with Ctrl C.
`);
