/** Names of files that every system takes: Windows forbids more than others, and so do synchronising folders. */

/** Names that Windows keeps for devices. */
const DEVICES = /^(?:con|prn|aux|nul|com\d|lpt\d)$/i;
const MOST = 80;

/** A title as the name of a file, without its ending. */
export function safeName(title: string): string {
	const clean = title
		.normalize('NFC')
		// eslint-disable-next-line no-control-regex
		.replace(/[\u0000-\u001f<>:"/\\|?*\u007f]+/g, ' ')
		.replace(/\s+/g, ' ')
		.trim()
		.slice(0, MOST)
		// half of a pair of surrogates, and what no name may end with
		.replace(/[\ud800-\udbff]$/, '')
		.replace(/[. ]+$/, '')
		.replace(/^\.+/, '');
	return clean && !DEVICES.test(clean) ? clean : clean ? `${clean} text` : 'Untitled';
}

/** Names for several titles, none twice whatever the case of letters; those of ids that sort first have the plain ones. */
export function fileNames(titles: ReadonlyMap<string, string>): Map<string, string> {
	const taken = new Set<string>();
	const out = new Map<string, string>();
	for (const id of [...titles.keys()].sort()) {
		const name = safeName(titles.get(id)!);
		let free = name;
		for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${name} ${n}`;
		taken.add(free.toLowerCase());
		out.set(id, free);
	}
	return out;
}
