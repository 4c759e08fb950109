/** Lines as they are written. */
import type { Inline } from '../../paper';

/** Without breaks and spaces at its ends, which no line has in formats of marked-up text. */
export function trimmed(line: Inline[]): Inline[] {
	const nothing = (i: Inline | undefined) => i?.t === 'break' || (i?.t === 'text' && !i.text.trim());
	const out = [...line];
	while (nothing(out.at(-1))) out.pop();
	while (nothing(out[0])) out.shift();
	const [first] = out;
	if (first?.t === 'text') out[0] = { ...first, text: first.text.trimStart() };
	const last = out.at(-1);
	if (last?.t === 'text') out[out.length - 1] = { ...last, text: last.text.trimEnd() };
	return out;
}
