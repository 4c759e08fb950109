/** Where a paper departs from what the manual of its kind asks. */
import { printedFields } from './choice';
import { kindOf } from './kinds';
import type { Departure, PageChoice } from './types';

const words = (text: string): number => text.split(/\s+/).filter(Boolean).length;

/**
 * @param authors as they are printed
 * @returns departures, the gravest first
 */
export function departures(choice: PageChoice, authors: readonly string[]): Departure[] {
	const kind = kindOf(choice.kind);
	const { abstract, runningHead } = printedFields(choice);
	const out: Departure[] = [];
	const { abstractWords, runningHeadLetters, setup, source } = kind;
	const count = words(abstract);
	if (abstractWords && count > abstractWords.most)
		out.push({
			what: `The abstract has ${count} words, ${count - abstractWords.most} more than the ${abstractWords.most} asked for.`,
			source: abstractWords.source
		});
	const head = [...runningHead.trim()].length;
	if (runningHeadLetters && head > runningHeadLetters.most)
		out.push({
			what: `The running head has ${head} characters; at most ${runningHeadLetters.most} are asked for.`,
			source: runningHeadLetters.source
		});
	const opening = choice.changes.opening ?? setup.opening;
	if (opening !== 'title' && !authors.some((a) => a.trim()))
		out.push({ what: 'There is no author to print. Settings hold your name.', source });
	for (const [part, name] of Object.entries(ASKED))
		if (source && choice.changes[part as keyof typeof ASKED] !== undefined)
			out.push({
				what: `${name} as you have changed ${name.endsWith('s') ? 'them' : 'it'}, not as the manual asks.`,
				source
			});
	return out;
}

/** Parts of the set-up that manuals are strict about. */
const ASKED = {
	margins: 'Margins',
	lines: 'Line spacing',
	size: 'Text size',
	indent: 'The indent of paragraphs',
	opening: 'The first page',
	header: 'The head of pages'
} as const;
