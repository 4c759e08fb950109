/** Runs the conformance cases of a folder: npm run -s conformance -- DIR [--json] [--show NAME]. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readFixture, runFixture } from './fixtures';

const args = process.argv.slice(2);
const dir = args.find((a) => !a.startsWith('--'));
if (!dir) {
	console.error('usage: npm run -s conformance -- DIR [--json]');
	process.exit(1);
}
const files = readdirSync(dir).filter((f) => f.endsWith('.txt'));
if (!files.length) {
	console.error(`No case (*.txt) in ${dir}.`);
	process.exit(1);
}
let passed = 0;
for (const file of files.sort()) {
	const o = runFixture(readFixture(file.replace(/\.txt$/, ''), readFileSync(join(dir, file), 'utf8')));
	if (o.pass) passed++;
	if (args.includes('--json')) console.log(JSON.stringify(o));
	else if (!o.pass) console.log(`miss ${o.name}`);
}
console.log(`${passed} passed, ${files.length - passed} failed`);
