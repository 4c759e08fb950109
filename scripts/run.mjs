/**
 * Runs a TypeScript script of this folder with what it needs: packages, the project's own settings for TypeScript, the
 * styles and locales unpacked. `node scripts/run.mjs format.ts …`; everything it says itself goes to standard error.
 */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureNode, ensurePackages, ensureStyles, ensureSync, root } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureSync();
ensureStyles();
const [script, ...args] = process.argv.slice(2);
const r = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'scripts', script), ...args], {
	stdio: 'inherit',
	cwd: root
});
if (r.error) console.error(`${script} could not be started: ${r.error.message}`);
process.exit(r.status ?? 1);
