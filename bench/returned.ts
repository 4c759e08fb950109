/**
 * A long text that came back with changes, and was written on here: compared, placed, and two machines' texts put together.
 * Figures in milliseconds of one run, and as multiples of reading the text from what is stored.
 */
import type { Node } from 'prosemirror-model';
import { mergeDoc } from '../src/lib/core/folder';
import { readDoc, schema, storeDoc } from '../src/lib/core/manuscript';
import { changesOf, compare, plan } from '../src/lib/core/returned';
import { random } from './corpus';

const { nodes } = schema;
const WHO = { by: 'A colleague', at: '2026-01-01T00:00:00Z' };

/** Paragraphs of a hundred words, drawn from some thousands, as in a text that somebody wrote. */
function paragraphs(words: number): string[] {
	const rnd = random(11);
	const word = () => `w${Math.floor(rnd() * rnd() * 4000).toString(36)}`;
	const sentence = () => `${Array.from({ length: 20 }, word).join(' ')}.`;
	return Array.from({ length: words / 100 }, () => Array.from({ length: 5 }, sentence).join(' '));
}
const docOf = (list: string[]): Node =>
	nodes.doc.create(
		null,
		list.map((t) => nodes.paragraph.create(null, schema.text(t)))
	);
/** Words put in and taken out all over it. */
function edited(list: string[], times: number, seed: number): string[] {
	const rnd = random(seed);
	const out = [...list];
	for (let i = 0; i < times; i++) {
		const at = Math.floor(rnd() * out.length);
		out[at] = out[at].replace(/ w\w+ (?=w)/, ` put${i} in `);
	}
	return out;
}

export function runReturnedBench({ small, log }: { small: boolean; log(line: string): void }): void {
	const words = small ? 12_000 : 120_000;
	const times = words / 400;
	const list = paragraphs(words);
	const [base, theirs, mine] = [list, edited(list, times, 3), edited(list, times, 5)].map(docOf);
	const stored = JSON.stringify(storeDoc(theirs));
	const time = <T>(f: () => T): { ms: number; value: T } => {
		let best = Infinity;
		let value!: T;
		for (let i = 0; i < 3; i++) {
			const t = performance.now();
			value = f();
			best = Math.min(best, performance.now() - t);
		}
		return { ms: best, value };
	};
	const read = time(() => readDoc(JSON.parse(stored) as Parameters<typeof readDoc>[0])).ms;
	const there = time(() => compare(base, theirs));
	const here = time(() => compare(base, mine));
	const planned = time(() => plan(changesOf(there.value, [], WHO), there.value, here.value));
	const merged = time(() => mergeDoc(base, mine, theirs, WHO));
	log(
		`\na text that came back: ${words.toLocaleString('en')} words, ${planned.value.length} changes, as many here\n` +
			`  read ${read.toFixed(0)} ms; compared ${there.ms.toFixed(0)} ms (${(there.ms / read).toFixed(1)}×); placed ${planned.ms.toFixed(0)} ms (${(planned.ms / read).toFixed(1)}×); ` +
			`two machines’ texts put together ${merged.ms.toFixed(0)} ms (${(merged.ms / read).toFixed(1)}×), ${merged.value.taken} taken, ${merged.value.open} left to decide`
	);
}
