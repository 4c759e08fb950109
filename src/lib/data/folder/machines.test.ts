/**
 * Two machines and a synchronising folder between them, which carries files whenever it likes and puts two beside each
 * other where both were written. Whatever the order, both come to the same, and no word that somebody wrote is lost.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { readDoc, schema, storeDoc, openDoc } from '$lib/core/manuscript';
import { sameContent } from '$lib/core/folder';
import { Database } from '../db';
import { createManuscript } from '../desk-manuscripts';
import { getManuscript, saveManuscript } from '../manuscripts';
import { addSources, editSource } from '../sources';
import { statesOf, unpacked } from '../versions';
import { lookAtFolder } from './copies';
import { MemoryFolder } from './memory-folder';

let serial = 0;
const RUNS = Number(process.env.FOLDER_RUNS ?? 40);
const SEED = process.env.FOLDER_SEED ? Number(process.env.FOLDER_SEED) : undefined;

interface Machine {
	by: string;
	base: Database;
	folder: MemoryFolder;
	/** Files as the service had them last. */
	carried: Map<string, Uint8Array>;
}

const newMachine = (by: string): Machine => ({
	by,
	base: new Database(`machines-${by}-${serial++}`),
	folder: new MemoryFolder(),
	carried: new Map()
});

/** What the service does: new files go both ways; of one that both have written, the second stands beside the first. */
function carry(a: Machine, b: Machine, tick: number) {
	for (const path of new Set([...a.folder.files.keys(), ...b.folder.files.keys(), ...a.carried.keys()])) {
		const [x, y, was] = [a.folder.files.get(path)?.bytes, b.folder.files.get(path)?.bytes, a.carried.get(path)];
		const same = (p?: Uint8Array, q?: Uint8Array) => p === q || (p && q && Buffer.compare(p, q) === 0);
		const [ca, cb] = [!same(x, was), !same(y, was)];
		if (!ca && !cb) continue;
		if (ca && cb && x && y && !same(x, y) && /^(?:library|manuscripts)/.test(path)) {
			const beside = path.replace('.json', ` (of ${b.by} ${tick}).json`);
			a.folder.files.set(beside, { bytes: y, at: tick });
			b.folder.files.set(beside, { bytes: y, at: tick });
			a.carried.set(beside, y);
		}
		const next = ca && x ? x : cb && y ? y : undefined;
		for (const m of [a, b]) {
			if (next) m.folder.files.set(path, { bytes: next, at: tick });
			else m.folder.files.delete(path);
		}
		if (next) a.carried.set(path, next);
		else a.carried.delete(path);
	}
}

let clock = Date.now();
const look = (m: Machine) =>
	lookAtFolder(m.folder, m.base, { machine: m.by, by: m.by, ahead: new Set(), now: (clock += 300_000) });

type Op =
	| { t: 'write' | 'before'; at: number }
	| { t: 'paragraph'; at: number }
	| { t: 'cut'; at: number }
	| { t: 'annotate' | 'title' | 'tag'; at: number }
	| { t: 'source'; at: number }
	| { t: 'look' | 'carry'; at: number };

const op: fc.Arbitrary<{ who: 0 | 1; op: Op }> = fc.record({
	who: fc.constantFrom(0 as const, 1 as const),
	op: fc.record({
		t: fc.constantFrom(
			...([
				'write',
				'before',
				'write',
				'paragraph',
				'annotate',
				'title',
				'tag',
				'source',
				'look',
				'look',
				'carry'
			] as const)
		),
		at: fc.nat(20)
	}) as fc.Arbitrary<Op>
});

async function act(m: Machine, { t, at }: Op, word: string): Promise<boolean> {
	const [paper] = await m.base.manuscripts.toArray();
	const sources = await m.base.sources.orderBy('id').toArray();
	const s = sources[at % Math.max(1, sources.length)];
	const edit = (f: Parameters<typeof editSource>[1]) => editSource(s.id, f, '', m.base);
	switch (t) {
		case 'write':
		case 'before':
		case 'paragraph': {
			const doc = readDoc(paper.doc);
			const list = [...doc.children];
			const i = at % list.length;
			if (t === 'paragraph') list.splice(i, 0, schema.nodes.paragraph.create(null, schema.text(`${word} begins.`)));
			else {
				const said = t === 'write' ? `${list[i].textContent} ${word}` : `${word} ${list[i].textContent}`;
				list[i] = list[i].type.create(list[i].attrs, schema.text(said));
			}
			await saveManuscript(paper.id, { doc: storeDoc(doc.type.create(doc.attrs, list)) }, m.base);
			return true;
		}
		case 'annotate':
			await edit((x) => ({ ...x, annotation: `${x.annotation} ${word}`.trim() }));
			return true;
		case 'title':
			await edit((x) => ({ ...x, item: { ...x.item, title: `${String(x.item.title)} ${word}` } }));
			return true;
		case 'tag':
			await edit((x) => ({ ...x, tags: [...x.tags, word] }));
			return true;
		case 'source':
			await addSources(
				[{ item: { id: '', type: 'book', title: word, author: [{ family: 'Sund' }] } }],
				'typed',
				m.base
			);
			return true;
		default:
			return false;
	}
}

/** Every word that a machine has anywhere where its person finds it. */
async function found(m: Machine): Promise<string> {
	const [paper] = await m.base.manuscripts.toArray();
	const states = await Promise.all(
		(await statesOf(paper.id, m.base)).filter((v) => v.returned && !v.returned.closed).map(unpacked)
	);
	return JSON.stringify([openDoc(paper.doc), await m.base.sources.toArray(), states.map((v) => openDoc(v.doc))]);
}

test('two machines and a folder that is carried between them', async () => {
	await fc.assert(
		fc.asyncProperty(fc.array(op, { minLength: 4, maxLength: 28 }), async (ops) => {
			const [a, b] = [newMachine('attic'), newMachine('boat')];
			b.carried = a.carried;
			await addSources([{ item: { id: '', type: 'book', title: 'Lamps' } }], 'typed', a.base);
			const { id } = await createManuscript('Essay', 'Night', a.base);
			const blocks = ['The first stands here. It has two sentences.', 'The second stands here.', 'The third.'].map(
				(t) => schema.nodes.paragraph.create(null, schema.text(t))
			);
			await saveManuscript(id, { doc: storeDoc(schema.nodes.doc.create(null, blocks)) }, a.base);
			await look(a);
			let tick = 1;
			carry(a, b, tick++);
			await look(b);
			const written: string[] = [];
			for (const [i, { who, op: o }] of ops.entries()) {
				const m = who ? b : a;
				const word = `w${i}x`;
				if (await act(m, o, word)) written.push(word);
				else if (o.t === 'look') await look(m);
				else carry(a, b, tick++);
			}
			for (let i = 0; i < 4; i++) {
				await look(a);
				carry(a, b, tick++);
				await look(b);
				carry(a, b, tick++);
			}
			for (const m of [a, b]) {
				const all = await found(m);
				for (const w of written) assert.ok(all.includes(w), `${w} is lost on ${m.by}`);
			}
			const [x, y] = [await getManuscript(id, a.base), await getManuscript(id, b.base)];
			assert.ok(sameContent(openDoc(x!.doc), openDoc(y!.doc)), 'both have one text');
			const rows = async (m: Machine) =>
				(await m.base.sources.orderBy('id').toArray()).map(({ tags, ...s }) => ({ ...s, tags: [...tags].sort() }));
			const [sa, sb] = [await rows(a), await rows(b)];
			assert.equal(sa.length, sb.length);
			for (const [i, s] of sa.entries())
				assert.ok(sameContent(s, sb[i]), `${JSON.stringify(s)}\n${JSON.stringify(sb[i])}`);
			for (const m of [a, b]) await m.base.delete();
		}),
		{ numRuns: RUNS, seed: SEED }
	);
});
