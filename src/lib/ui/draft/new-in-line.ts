import { tick } from 'svelte';
import { library } from '$lib/services/library.svelte';
import { toasts } from '$lib/services/toasts.svelte';
import type { CiteLineState } from './citeline.svelte';

/**
 * A new source is on its way into the cite line: the line has the focus at once, and what is typed until the source is
 * there stands behind it.
 * @returns takes the source in, once the library has it
 */
export function newInLine(line: CiteLineState, input: HTMLInputElement | null): (id: string) => Promise<void> {
	const asked = line.text;
	const at = Math.min(line.caret, asked.length);
	const focus = (caret: number) => {
		input?.focus();
		input?.setSelectionRange(caret, caret);
	};
	line.caret = at;
	focus(at);
	return async (id) => {
		await library.settled();
		await library.hold([id]);
		const [head, tail] = [asked.slice(0, at), asked.slice(at)];
		const more = Math.max(line.text.length - asked.length, 0);
		const typed = line.text.startsWith(head) && line.text.endsWith(tail) ? line.text.slice(at, at + more) : '';
		if (typed) {
			line.text = asked;
			line.caret = at;
		}
		line.choose(id);
		line.text = line.text.slice(0, line.caret) + typed + line.text.slice(line.caret);
		line.caret += typed.length;
		await tick();
		focus(line.caret);
	};
}

/** A pasted record becomes a source that the line cites; other text stays as it is. */
export async function takePasted(line: CiteLineState, input: HTMLInputElement | null, text: string): Promise<void> {
	const { detectFormat, readReferences } = await import('$lib/core/exchange');
	const records = detectFormat(text) ? readReferences(text)?.records : undefined;
	if (!records?.length) return;
	line.text = line.text.replace(text.replace(/\r?\n/g, ''), '').trim();
	const take = newInLine(line, input);
	const { ids, added } = await library.findOrAdd(records, 'pasted while citing');
	toasts.say(
		added
			? `${added} source${added === 1 ? '' : 's'} added: ${ids.map((id) => library.sources.get(id)?.key).join(', ')}`
			: 'Already in your library.'
	);
	await take(ids[0]);
}
