/** Titles without their subtitles. */

/** Where a subtitle begins: behind a colon, a dash between spaces, or a question or exclamation mark. */
const SUBTITLE = /\s?:\s+|\s[–—]\s+|(?<=[?!])\s+(?=[\p{Lu}\p{Lt}“‘"'])/gu;

/** As many opening as closing marks and tags. */
function whole(s: string): boolean {
	const count = (re: RegExp) => (s.match(re) ?? []).length;
	return (
		count(/“/g) === count(/”/g) &&
		count(/«/g) === count(/»/g) &&
		count(/"/g) % 2 === 0 &&
		count(/\(/g) === count(/\)/g) &&
		count(/<[a-z][^>]*>/gi) === count(/<\/[a-z]+>/gi)
	);
}

/** A title without its subtitle; the title where it has none. */
export function mainTitle(title: string): string {
	for (const m of title.matchAll(SUBTITLE)) {
		const main = title.slice(0, m.index).trim();
		if (/[\p{L}\p{N}]{2}/u.test(main) && whole(main)) return main;
	}
	return title.trim();
}
