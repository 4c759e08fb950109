/** The classes of every part of Flowbite that is used come into the style sheet: app.css names where they stand. */
import assert from 'node:assert/strict';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { test } from 'node:test';
import { root } from './catalogue';

const css = join(root, 'src', 'app.css');

/** What app.css has read for classes: whole folders, and single files. */
const sources = [...readFileSync(css, 'utf8').matchAll(/@source '([^']+)'/g)].flatMap(([, path]) => {
	const set = /^(.*)\{([^}]*)\}(.*)$/.exec(path);
	const all = set ? set[2].split(',').map((part) => set[1] + part + set[3]) : [path];
	return all.map((p) => resolve(dirname(css), p));
});
const isRead = (file: string) =>
	sources.some((s) =>
		s.endsWith('*.svelte') ? file.endsWith('.svelte') && dirname(file) === dirname(s) : `${file}/`.startsWith(`${s}/`)
	);

/** Files of a folder of this project or of a package. */
const files = (folder: string) =>
	readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((f) => join(folder, f));

/** Whose looks are ours (flowbite-looks.ts in its place, see vite.config.ts). */
const OURS = /flowbite-svelte\/dist\/(?:alert|buttons|spinner|utils)\/theme\.js$/;

test('every part of Flowbite that the interface uses is read for its classes', () => {
	const dist = join(root, 'node_modules', 'flowbite-svelte', 'dist');
	const icons = join(root, 'node_modules', 'flowbite-svelte-icons', 'dist');
	const components = new Map(
		files(dist)
			.filter((f) => f.endsWith('.svelte'))
			.map((f) => [/([^/]+)\.svelte$/.exec(f)![1], f])
	);
	const used = new Set<string>();
	const follow = (file: string) => {
		if (used.has(file) || OURS.test(file)) return;
		used.add(file);
		for (const [, path] of readFileSync(file, 'utf8').matchAll(/import (?!type)[^'";]*from ["'](\.[^"']+)["']/g)) {
			const to = [path, `${path}.js`].map((p) => resolve(dirname(file), p)).find((p) => /\.(?:svelte|js)$/.test(p));
			if (to && existsSync(to) && /\.svelte$|\/theme\.js$/.test(to)) follow(to);
		}
	};
	for (const file of files(join(root, 'src')).filter((f) => /\.(?:svelte|ts)$/.test(f))) {
		const text = readFileSync(file, 'utf8');
		for (const [, names] of text.matchAll(/import \{([^}]*)\} from 'flowbite-svelte'/g))
			for (const name of names.split(',').map((n) => n.trim())) if (components.has(name)) follow(components.get(name)!);
		for (const [, name] of text.matchAll(/from 'flowbite-svelte-icons\/([^']+)'/g)) used.add(join(icons, name));
	}
	assert.ok(used.size > 30, `${used.size} files of Flowbite are used`);
	assert.deepEqual(
		[...used].filter((f) => !isRead(f)),
		[]
	);
});

test('most parts of Flowbite are left out', () => {
	const all = files(join(root, 'node_modules', 'flowbite-svelte', 'dist')).filter((f) => f.endsWith('/theme.js'));
	const read = all.filter(isRead);
	assert.ok(read.length && read.length < all.length / 2, `${read.length} of ${all.length} themes are read`);
});
