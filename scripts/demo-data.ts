/** The demo data as scripts and tests use it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { docFromText, readCitations } from '../src/lib/core/manuscript';
import type { Cluster, Item } from '../src/lib/core/csl';
import type { Source } from '../src/lib/core/source';
import { root } from './catalogue';

export interface DemoRecord {
	key: string;
	item: Item;
	tags: string[];
	shelves: string[];
	annotation: string;
	excerpts: { kind: string; text: string; locator?: { label: string; value: string } }[];
}

export const demoLibrary: DemoRecord[] = JSON.parse(readFileSync(join(root, 'demo', 'library.json'), 'utf8'));
/** The demo library as it is stored, by its cite keys. */
export const demoSources: Source[] = demoLibrary.map((s, i) => ({
	...s,
	id: s.key,
	item: { ...s.item, id: s.key },
	excerpts: s.excerpts as Source['excerpts'],
	origin: 'demo',
	createdAt: i,
	updatedAt: i
}));
export const demoItems = new Map<string, Item>(demoLibrary.map((s) => [s.key, { ...s.item, id: s.key }]));
export const demoText = (name: 'chapter' | 'article' | 'essay'): string =>
	readFileSync(join(root, 'demo', `${name}.txt`), 'utf8');
/** The data address of a picture of the demo. */
export const demoPicture = (name: string): string =>
	`data:image/png;base64,${readFileSync(join(root, 'demo', 'pictures', `${name}.png`)).toString('base64')}`;
export const demoDoc = (name: 'chapter' | 'article' | 'essay') =>
	docFromText(demoText(name), undefined, null, demoPicture);

/** Clusters of a demo manuscript, numbered as notes or not. */
export const demoClusters = (name: 'chapter' | 'article' | 'essay', notes: boolean): Cluster[] =>
	readCitations(demoDoc(name), notes ? 'footnotes' : 'in-text').clusters.map((c) => ({
		...c,
		cites: c.cites.map((x) => ({ ...x }))
	}));
