/** The dependency rules really catch what they forbid: planted violations are seen. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { test } from 'node:test';
import { root } from './catalogue';

/** A file that each rule forbids. */
const PLANTED: Record<string, [file: string, code: string]> = {
	'core-is-pure': ['core/csl/planted/a.ts', "import { db } from '$lib/data/db';\nexport default db;\n"],
	'csl-stands-alone': ['core/csl/planted/b.ts', "import { schema } from '../../manuscript';\nexport default schema;\n"],
	'borders-do-not-mix': ['core/exchange/planted/a.ts', "export { proofread } from '../../proof';\n"],
	'writers-know-no-manuscript': ['core/document/docx/planted/a.ts', "export { schema } from '../../../manuscript';\n"],
	'through-the-index': ['core/proof/planted/a.ts', "export { readDoc } from '../../manuscript/migrate';\n"],
	'views-do-not-compute': ['editor/planted/d.ts', "export { createProcessor } from '$lib/core/csl/processor';\n"],
	'services-know-no-interface': ['services/planted/a.ts', "export { download } from '$lib/ui/download';\n"],
	'services-know-no-editor': ['services/planted/b.ts', "export { Debounce } from '$lib/editor/debounce';\n"],
	'data-stands-below': ['data/planted/a.ts', "export { toasts } from '$lib/services/toasts.svelte';\n"],
	'one-way-to-the-worker': ['editor/planted/a.ts', "export { startFormatWorker } from '$lib/workers/format';\n"],
	'no-circles': ['editor/planted/b.ts', "import { c } from './c';\nexport const b = () => c;\n"]
};

test('every dependency rule catches a violation that is planted for it', () => {
	const files = Object.values(PLANTED).map(([file, code]) => [join(root, 'src', 'lib', file), code] as const);
	files.push([join(root, 'src/lib/editor/planted/c.ts'), "import { b } from './b';\nexport const c = () => b;\n"]);
	try {
		for (const [file, code] of files) {
			mkdirSync(dirname(file), { recursive: true });
			writeFileSync(file, code);
		}
		const r = spawnSync(
			'npx',
			['depcruise', '--config', '.dependency-cruiser.cjs', ...files.map(([file]) => file.slice(root.length + 1))],
			{ cwd: root, encoding: 'utf8' }
		);
		assert.notEqual(r.status, 0);
		for (const rule of Object.keys(PLANTED))
			assert.match(r.stdout, new RegExp(`error ${rule}: src/lib/\\S*planted`), rule);
	} finally {
		for (const dir of new Set(files.map(([file]) => dirname(file)))) rmSync(dir, { recursive: true, force: true });
	}
});
