/** npm run bench: builds bench/index.ts as the app is built (no test loader in between) and runs it. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from 'vite';
import { root } from './ensure.mjs';

await build({
	configFile: false,
	root,
	logLevel: 'error',
	build: {
		ssr: join(root, 'bench', 'index.ts'),
		outDir: join(root, '.cache', 'bench'),
		emptyOutDir: true,
		minify: false,
		target: 'node20'
	}
});
const r = spawnSync(
	process.execPath,
	['--expose-gc', join(root, '.cache', 'bench', 'index.js'), ...process.argv.slice(2)],
	{
		cwd: root,
		stdio: 'inherit'
	}
);
process.exit(r.status ?? 1);
