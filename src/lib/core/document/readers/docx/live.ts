/** What is live in a file of ours: its controls by their tags, and the part of the package that says what they hold. */
import { isObject } from '../../../guards';
import { newId } from '../../../paper';
import { LIVE_NAMESPACE, readLive, TAGS, type LiveCitation, type LiveFile } from '../../live-data';
import { attribute, child, wordsIn, type PackageFile, type Xml } from '../package-file';

/** A citation of a live file as it stands in the text. */
export type LiveHere = LiveCitation & { id: string };

export class LiveText {
	/** Citations that have been read: a copy of one is one of its own. */
	private readonly seen = new Set<string>();

	constructor(readonly file: LiveFile) {}

	/** @returns null for files of others, and where that part cannot be read, which `loses` is told */
	static of(file: PackageFile, loses: (what: string) => void): LiveText | null {
		for (const name of file.names) {
			if (!/^customXml\/item\d+\.xml$/.test(name)) continue;
			const root = file.xml(name);
			if (attribute(root, 'xmlns') !== LIVE_NAMESPACE) continue;
			const live = readLive(wordsIn(root));
			if (!live) loses('what makes the file live: that part is broken, or of a newer version; citations are words');
			return live && new LiveText(live);
		}
		return null;
	}

	/** The tag of a control; empty for none. */
	tagOf(sdt: Xml): string {
		return attribute(child(child(sdt, 'w:sdtPr'), 'w:tag'), 'w:val');
	}

	/** Whether a control with this tag is a citation. */
	has(tag: string): boolean {
		return tag.startsWith(TAGS.citation) && Object.hasOwn(this.file.citations, tag.slice(TAGS.citation.length));
	}

	/** The citation of a control; null for other tags. */
	citation(tag: string): LiveHere | null {
		if (!this.has(tag)) return null;
		const id = tag.slice(TAGS.citation.length);
		const own = this.seen.has(id) ? newId() : id;
		this.seen.add(id);
		return { id: own, ...this.file.citations[id] };
	}

	/** Sources that are listed without being cited. */
	listed(): string[] {
		const { settings } = this.file.own;
		const list = isObject(settings) && Array.isArray(settings.uncited) ? (settings.uncited as unknown[]) : [];
		return list.flatMap((u) => (isObject(u) && typeof u.id === 'string' ? [u.id] : []));
	}
}
