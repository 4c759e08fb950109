/** Where a WordprocessingML file keeps what is live: content controls and a custom XML part (ECMA-376-1, 17.5.2 and 15.2.5). */
import { LIVE_NAMESPACE } from '../../live-data';
import { LiveText } from '../live';
import { attribute, child, wordsIn, type PackageFile, type Xml } from '../package-file';

/** @returns null for files of others, and where that part cannot be read, which `loses` is told */
export function liveIn(file: PackageFile, loses: (what: string) => void): LiveText | null {
	for (const name of file.names) {
		if (!/^customXml\/item\d+\.xml$/.test(name)) continue;
		const root = file.xml(name);
		if (attribute(root, 'xmlns') === LIVE_NAMESPACE) return LiveText.read(wordsIn(root), loses);
	}
	return null;
}

/** The tag of a control; empty for none. */
export const tagOf = (sdt: Xml): string => attribute(child(child(sdt, 'w:sdtPr'), 'w:tag'), 'w:val');
