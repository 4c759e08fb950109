/** npm run chaos [-- SEEDS [FIRST]]: the chaos test from twenty seeds, or as many as are asked for, on a build of its own. */
import { spawnSync } from 'node:child_process';
import { ensureBrowser, ensureNode, ensurePackages, freePort, root } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBrowser();
const [seeds = '20', first = '1'] = process.argv.slice(2);
const env = {
	...process.env,
	RQ_OUT: '.cache/test-build',
	RQ_TEST_PORT: String(await freePort()),
	CHAOS: seeds,
	CHAOS_FIRST: first
};
const run = (args) => spawnSync('npm', args, { cwd: root, env, stdio: 'inherit' }).status ?? 1;
process.exit(run(['run', '-s', 'build']) || run(['run', '-s', 'e2e', '--', 'chaos.spec']));
