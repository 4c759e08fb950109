/** How much script the first load of Draft brings, gzipped; fails above the bound. */
import { readdirSync, readFileSync, existsSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { buildFolder, root } from './ensure.mjs';

const BOUND = 260 * 1024;
const client = join(buildFolder(), 'client');
const manifest = JSON.parse(
	readFileSync(join(root, '.svelte-kit', 'output', 'client', '.vite', 'manifest.json'), 'utf8')
);
const entries = Object.values(manifest).filter((m) => m.isEntry);
/** The nodes of a route, as the server's manifest lists them. */
const server = join(root, '.svelte-kit', 'output', 'server', 'manifest-full.js');
const text = existsSync(server) ? readFileSync(server, 'utf8') : '';
const route = /id: "\/draft\/\[id\]",[\s\S]*?page: \{ layouts: \[([^\]]*)\], errors: \[[^\]]*\], leaf: (\d+) \}/.exec(
	text
);
if (!route) {
	console.error('The Draft route was not found in the build.');
	process.exit(1);
}
const nodes = [...route[1].split(',').filter(Boolean), route[2]].map((n) => n.trim());
const files = new Set();
const add = (key) => {
	const m = manifest[key];
	if (!m || files.has(m.file)) return;
	files.add(m.file);
	for (const i of m.imports ?? []) add(i);
};
for (const [key, m] of Object.entries(manifest)) {
	if (/client\/(entry|runtime)|entry\/(start|app)/.test(`${key} ${m.name ?? ''} ${m.file}`) && m.isEntry) add(key);
	const node = /nodes\/(\d+)\.js$/.exec(key);
	if (node && nodes.includes(node[1])) add(key);
}
let total = 0;
for (const f of files) if (f.endsWith('.js')) total += gzipSync(readFileSync(join(client, f))).length;
console.log(
	`First load of Draft: ${(total / 1024).toFixed(1)} kB of script gzipped in ${files.size} files (bound ${BOUND / 1024} kB); ${entries.length} entries, ${readdirSync(join(client, '_app', 'immutable')).length} folders.`
);
process.exit(total <= BOUND && files.size > 3 ? 0 : 1);
