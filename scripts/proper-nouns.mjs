/**
 * Makes the list of proper nouns that ships, src/lib/core/source/sentence-case/words.json, out of Debian's word lists
 * (wamerican, wbritish and wamerican-small, made from SCOWL; see NOTICE): `node scripts/proper-nouns.mjs NAMES`, where
 * NAMES is a file of given names, one a line. It is run by hand when the list shall change, not by any other command.
 *
 * - `proper`: words that stand with a capital in the lists and never without
 * - `given`: given names among them
 * - `common`: short common words, which are no names where a title has them although an author is called so
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format } from 'prettier';
import { root } from './ensure.mjs';

const DICT = '/usr/share/dict';
const lines = (file) => readFileSync(file, 'utf8').split('\n');
const words = (name) => lines(join(process.env.DICT ?? DICT, name)).filter((w) => w && !w.endsWith("'s"));

const all = [...words('american-english'), ...words('british-english')];
const small = new Set(all.filter((w) => /^\p{Ll}/u.test(w)));
const proper = new Set(
	all.filter((w) => /^\p{Lu}[\p{L}']*\p{Ll}$/u.test(w) && w.length > 2 && !small.has(w.toLowerCase()))
);
const given = new Set(lines(process.argv[2]).filter((w) => proper.has(w)));
const few = new Set(words('american-english-small').filter((w) => /^\p{Ll}+$/u.test(w)));
const common = [...few].filter(
	(w) =>
		w.length > 2 && w.length < 10 && !/(?:ing|ed|ly|ness)$/.test(w) && !(w.endsWith('s') && few.has(w.slice(0, -1)))
);
const joined = (list) => [...new Set(list)].sort((a, b) => (a < b ? -1 : 1)).join(' ');
const file = join(root, 'src/lib/core/source/sentence-case/words.json');
const json = JSON.stringify({ proper: joined(proper), given: joined(given), common: joined(common) });
writeFileSync(file, await format(json, { parser: 'json', useTabs: true }));
console.log(proper.size, given.size, common.length);
