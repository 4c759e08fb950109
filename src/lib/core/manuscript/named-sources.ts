/** Which sources a document speaks of. */
import type { Node } from 'prosemirror-model';
import type { DocCite } from './cites';
import { settingsOf } from './doc-attrs';
import { schema } from './schema';

/** Ids of all sources that are cited in a document or listed without that, as they stand in it. */
export function sourcesNamedIn(doc: Node): Set<string> {
	const ids = new Set(settingsOf(doc).uncited.map((u) => u.id));
	doc.descendants((n) => {
		if (n.type === schema.nodes.citation) for (const c of n.attrs.cites as DocCite[]) ids.add(c.sourceId);
	});
	return ids;
}
