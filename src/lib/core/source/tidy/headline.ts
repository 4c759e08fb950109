/** Headline capitals. */
import { isShouting, toSentence, type SentenceRules } from '../sentence-case';

/** Small words in headlines (The Chicago Manual of Style, 17th ed., 8.159; from memory). */
const SMALL = new Set(
	'a an and as at but by for from in into nor of off on onto or over per so the to up via vs with yet'.split(' ')
);

/** Splits into words and what is between them; markup and protected spans are left as one piece. */
function pieces(title: string): string[] {
	return (
		title.match(/<span class="nocase">.*?<\/span>|<[^>]+>|[\p{L}\p{M}\p{N}’']+(?:\.\p{L})*|[^\p{L}\p{M}\p{N}<]+|</gu) ??
		[]
	);
}
const isWord = (p: string) => /^[\p{L}\p{N}]/u.test(p);
const letters = (s: string) => s.replace(/[^\p{L}\p{M}\p{N}]/gu, '');

/** Whether capitals in a word are not those of a headline: McKay, iPod, DNA. */
const odd = (w: string) => /^.\p{L}*\p{Lu}/u.test(letters(w));

/** A title in headline capitals. */
export function toHeadline(title: string, rules: SentenceRules): string {
	const sentence = isShouting(title) ? toSentence(title, rules) : title;
	const all = pieces(sentence);
	const words = all.map((p, i) => (isWord(p) ? i : -1)).filter((i) => i >= 0);
	let first = true;
	return all
		.map((p, i) => {
			if (!isWord(p) || p.startsWith('<')) {
				if (/[:?!.]\s|—/.test(p)) first = true;
				return p;
			}
			const edge = first || i === words[words.length - 1];
			first = false;
			if (odd(p) || (SMALL.has(p.toLowerCase()) && !edge)) return edge || odd(p) ? p : p.toLowerCase();
			return p[0].toUpperCase() + p.slice(1);
		})
		.join('');
}
