/**
 * npm run -s references -- [--lookup] < list.txt: a typed reference list, an entry a paragraph, a line or a number, into
 * CSL-JSON, one item an entry in order, each with `custom.confidence` a field and `custom.text`. --lookup is taken
 * and said to change nothing yet.
 */
import { readFileSync } from 'node:fs';
import { loadModel, readReferenceList } from '../src/lib/core/match/list';

const args = process.argv.slice(2);
const unknown = args.filter((a) => a !== '--lookup');
if (unknown.length) {
	console.error('usage: npm run -s references -- [--lookup] < list.txt');
	process.exit(1);
}
if (args.includes('--lookup'))
	console.error('--lookup: entries are not compared with the look-up yet; they are read as they stand.');
const text = readFileSync(0, 'utf8');
const entries = readReferenceList(text, await loadModel());
if (!entries.length) {
	console.error('Nothing was read: the input holds no references.');
	process.exit(1);
}
console.log(
	JSON.stringify(
		entries.map((e) => ({ ...e.item, custom: { confidence: e.confidence, text: e.text } })),
		null,
		1
	)
);
