/**
 * Where an OpenDocument text keeps what is live: names of bookmarks and sections, and a property of the file (OpenDocument
 * 1.3, Part 3, 6.2.1, 5.4 and 4.3.3.21). Other programs keep these, and drop parts of the package that they do not know.
 */
import { LIVE_PROPERTY, TAGS } from '../../live-data';
import { LiveText } from '../live';
import { attribute, children, wordsIn, type Xml } from '../package-file';

/** @returns null for files of others, and where that property cannot be read, which `loses` is told */
export function liveIn(meta: Xml | undefined, loses: (what: string) => void): LiveText | null {
	const property = children(meta, 'meta:user-defined').find((x) => attribute(x, 'meta:name') === LIVE_PROPERTY);
	return property ? LiveText.read(wordsIn(property), loses) : null;
}

/** The tag that a name says; a copy has a number or “Copy 1” behind it. Empty for names of others. */
export function tagIn(name: string, live: LiveText): string {
	if (name.startsWith(TAGS.made)) return TAGS.made;
	const known = (tag: string) =>
		live.has(tag) ||
		(tag.startsWith(TAGS.bibliography) && Object.hasOwn(live.file.bibliographies, tag.slice(TAGS.bibliography.length)));
	for (const tag of [name, name.replace(/[ _]?Copy[ _]?\d+$/i, ''), name.replace(/\d+$/, '')])
		if (known(tag)) return tag;
	return '';
}
