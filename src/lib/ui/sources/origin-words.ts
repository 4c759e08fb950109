/** Where a source comes from, in words: of a file, a look-up, the list of a paper, or typed by hand. */
export function originWords(origin: string): string {
	if (origin === 'typed') return 'entered by hand';
	return /^found in /.test(origin) ? origin : `from ${origin}`;
}
