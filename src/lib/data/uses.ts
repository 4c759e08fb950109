/** Where sources are cited across manuscripts, read off the stored documents. */
import { lastWords } from '$lib/core/manuscript';
import { db, type Database, type Manuscript } from './db';

export interface Use {
	manuscriptId: string;
	title: string;
	/** Words before the citation. */
	words: string;
}

interface Json {
	type?: string;
	text?: string;
	attrs?: { cites?: { sourceId: string }[] };
	content?: Json[];
}

/** Every citation of one stored manuscript with the words before it. */
export function usesIn(m: Manuscript): Map<string, Use[]> {
	const out = new Map<string, Use[]>();
	const walk = (n: Json, block: { words: string }) => {
		if (n.type === 'text') block.words += n.text ?? '';
		if (n.type === 'citation') {
			for (const c of n.attrs?.cites ?? []) {
				const list = out.get(c.sourceId) ?? [];
				list.push({ manuscriptId: m.id, title: m.title, words: lastWords(block.words.trim(), 70) });
				out.set(c.sourceId, list);
			}
		}
		const inner = n.type === 'paragraph' || n.type === 'heading' || n.type === 'caption' ? { words: '' } : block;
		for (const k of n.content ?? []) walk(k, inner);
	};
	walk(m.doc.content as Json, { words: '' });
	return out;
}

/** Uses of every source in all manuscripts. */
export async function allUses(base: Database = db): Promise<Map<string, Use[]>> {
	const out = new Map<string, Use[]>();
	for (const m of await base.manuscripts.toArray()) {
		for (const [id, list] of usesIn(m)) out.set(id, [...(out.get(id) ?? []), ...list]);
	}
	return out;
}
