/** Short stretches of text, cut between words. */

/** The last words of a text, at most `max` characters, with an ellipsis where something was cut. */
export function lastWords(s: string, max: number): string {
	const t = s.trimStart();
	if (t.length <= max) return t;
	const cut = t.slice(t.length - max);
	const at = cut.search(/\s/);
	return `…${(at < 0 ? cut : cut.slice(at)).trimStart()}`;
}

/** The first words of a text, likewise. */
export function firstWords(s: string, max: number): string {
	if (s.length <= max) return s;
	const cut = s.slice(0, max);
	const at = cut.search(/\s\S*$/);
	return `${at <= 0 ? cut : cut.slice(0, at)}…`;
}
