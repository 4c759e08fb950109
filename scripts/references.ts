/**
 * npm run -s references -- [--lookup] < list.txt: a typed reference list, an entry a paragraph, a line or a number, into
 * CSL-JSON, one item an entry in order, each with `custom.confidence` a field and `custom.text`. With --lookup each is
 * compared with the look-up: what that adds is taken, and `custom.lookup` says how it was recognised, what was added and
 * which fields have other values there; null where it has nothing.
 */
import { readFileSync } from 'node:fs';
import {
	compareAnswers,
	completed,
	loadModel,
	questionsOf,
	readReferenceList,
	type Compared,
	type ReadEntry
} from '../src/lib/core/match';
import { answer, LookupError } from '../src/lib/server/lookup';

const args = process.argv.slice(2);
const unknown = args.filter((a) => a !== '--lookup');
if (unknown.length) {
	console.error('usage: npm run -s references -- [--lookup] < list.txt');
	process.exit(1);
}
const text = readFileSync(0, 'utf8');
const entries = readReferenceList(text, await loadModel());
if (!entries.length) {
	console.error('Nothing was read: the input holds no references.');
	process.exit(1);
}
const lookup = args.includes('--lookup');
console.log(
	JSON.stringify(
		entries.map((e) => {
			const custom = { confidence: e.confidence, text: e.text };
			if (!lookup) return { ...e.item, custom };
			const found = lookUp(e);
			const said = found && {
				why: found.why,
				added: found.adds,
				differs: Object.fromEntries(found.differs.map((f) => [f, found.item[f]]))
			};
			return { ...(found ? completed(e.item, found) : e.item), custom: { ...custom, lookup: said } };
		}),
		null,
		1
	)
);

/** What the stand-in of the look-up has of an entry. */
function lookUp(e: ReadEntry): Compared | null {
	for (const question of questionsOf(e.item)) {
		try {
			const found = compareAnswers(e, answer(question));
			if (found) return found;
		} catch (x) {
			if (!(x instanceof LookupError)) throw x;
		}
	}
	return null;
}
