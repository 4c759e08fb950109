/** Names of several words by the first of them; the longest of each stand first. */
export function byFirstWord(phrases: Iterable<string>): Map<string, string[][]> {
	const out = new Map<string, string[][]>();
	for (const phrase of phrases) {
		const parts = phrase.split(/[\s-]+/);
		const key = parts[0].toLowerCase();
		out.set(key, [...(out.get(key) ?? []), parts]);
	}
	for (const list of out.values()) list.sort((a, b) => b.length - a.length);
	return out;
}
