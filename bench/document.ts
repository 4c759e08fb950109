/** Writing files of a long manuscript: 120,000 words, 2,000 citations, 500 notes. Times of this machine; nothing is asserted. */
import { strToU8, unzipSync, zipSync } from 'fflate';
import type { FinalBlock, FinalDoc, FinalInline } from '../src/lib/core/document';
import { writeDocxBytes } from '../src/lib/core/document/docx';
import { writeOdt } from '../src/lib/core/document/odt';
import { random } from './corpus';

const WORDS =
	'lamp quay harbour tide eel moth light gas ledger round night bell shore wage board burner berth mole'.split(' ');

/** @param size 1 for the whole of it */
export function longFinal(size: number): FinalDoc {
	const r = random(11);
	const words = (n: number) => Array.from({ length: n }, () => WORDS[Math.floor(r() * WORDS.length)]).join(' ');
	const text = (s: string): FinalInline => ({ t: 'text', run: { text: s } });
	const blocks: FinalBlock[] = [{ t: 'heading', id: 'title', level: 1, inlines: [text(words(5))] }];
	const paragraphs = Math.round(1000 * size);
	let note = 0;
	for (let i = 0; i < paragraphs; i++) {
		if (i % 20 === 0) blocks.push({ t: 'heading', id: `h${i}`, level: i % 100 ? 3 : 2, inlines: [text(words(4))] });
		const inlines: FinalInline[] = [
			text(`${words(60)} `),
			{ t: 'text', run: { text: `(${words(1)} 1987, 12)` }, cite: `c${2 * i}` },
			text(` ${words(55)}`),
			{ t: 'text', run: { text: ` (${words(1)} 2004)` }, cite: `c${2 * i + 1}` },
			text('. ')
		];
		if (i % 2) inlines.push({ t: 'note', kind: 'footnote', number: ++note, paragraphs: [[text(words(20))]] });
		blocks.push({ t: 'paragraph', inlines });
	}
	return { title: 'Bench', lang: 'en', authors: [], numbersAnew: false, blocks };
}

export async function runDocumentBench({ small, log }: { small: boolean; log(line: string): void }): Promise<void> {
	const doc = longFinal(small ? 0.1 : 1);
	const timed = async <T>(f: () => T | Promise<T>): Promise<[T, number]> => {
		const begun = performance.now();
		const v = await f();
		return [v, performance.now() - begun];
	};
	log(`\nFiles of ${small ? '12,000 words, 200 citations, 50 notes' : '120,000 words, 2,000 citations, 500 notes'}`);
	for (const [name, write] of [
		['DOCX', () => writeDocxBytes(doc)],
		['OpenDocument', () => writeOdt(doc)]
	] as const) {
		const [bytes, took] = await timed(write);
		// the same parts packed again: what any writer of such a file has to spend
		const parts = unzipSync(bytes);
		const [, packing] = await timed(() => zipSync(Object.keys(parts).length ? parts : { a: strToU8('') }));
		log(
			`  ${name}: ${(took / 1000).toFixed(2)} s (${(took / packing).toFixed(1)} times the packing of its parts alone), ${(bytes.length / 1e6).toFixed(2)} MB`
		);
	}
}
