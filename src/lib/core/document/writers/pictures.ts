/** Pictures of a paper as files in a folder beside the document. */
import type { Paper } from '../../paper';

const ENDINGS: Record<string, string> = {
	'image/png': 'png',
	'image/jpeg': 'jpg',
	'image/gif': 'gif',
	'image/webp': 'webp'
};

/** @returns paths by the names of the assets, each once */
export function picturePaths(assets: Paper['assets']): Map<string, string> {
	const taken = new Set<string>();
	const out = new Map<string, string>();
	for (const [name, { type }] of Object.entries(assets)) {
		const ending = ENDINGS[type] ?? 'png';
		const plain = name
			.replace(/^.*\//, '')
			.replace(/\.\w{1,4}$/, '')
			.replace(/[^A-Za-z0-9_-]+/g, '-')
			// an asset of a manuscript is named by its digest
			.replace(/^[0-9a-f]{40,}$/, (hex) => `picture-${hex.slice(0, 8)}`);
		let path = `pictures/${plain || 'picture'}.${ending}`;
		for (let n = 2; taken.has(path); n++) path = `pictures/${plain || 'picture'}-${n}.${ending}`;
		taken.add(path);
		out.set(name, path);
	}
	return out;
}
