/**
 * Styles and locales are some 2,700 files. So that any of them is there without the server they are also in a few packs:
 * which one a file is in follows from its path. Shared by the script that makes the packs and the service worker.
 */

export const PACKS = 16;

/**
 * @param {string} path such as `/styles/apa.json`
 * @returns {number} the number of its pack
 */
export function packOf(path) {
	let n = 0;
	for (let i = 0; i < path.length; i++) n = (n * 31 + path.charCodeAt(i)) >>> 0;
	return n % PACKS;
}

/** @param {number} n */
export const packPath = (n) => `/packs/${n}.bin`;
