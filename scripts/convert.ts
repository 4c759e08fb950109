/** npm run -s convert -- --from FORMAT --to FORMAT < in > out: the reference formats, report on standard error. */
import { decodeText, FORMAT_NAMES, readReferences, WRITERS, type Format } from '../src/lib/core/exchange';
import { makeKey } from '../src/lib/core/source';

const args = process.argv.slice(2);
const option = (name: string) => args[args.indexOf(`--${name}`) + 1];
const known = Object.keys(FORMAT_NAMES);
const from = args.includes('--from') ? option('from') : undefined;
const to = args.includes('--to') ? option('to') : undefined;
if ((from && !known.includes(from)) || !to || !WRITERS[to as Format]) {
	console.error(
		`usage: npm run -s convert -- [--from FORMAT] --to FORMAT; from ${known.filter((f) => f !== 'csv').join(', ')}; to ${Object.keys(WRITERS).join(', ')}`
	);
	process.exit(1);
}
const chunks: Buffer[] = [];
for await (const c of process.stdin) chunks.push(c as Buffer);
const result = readReferences(decodeText(Buffer.concat(chunks)), from as Format | undefined);
if (!result) {
	console.error('The input is none of the known formats. Name it with --from.');
	process.exit(1);
}
const taken = new Set<string>();
const list = result.records.map((r) => {
	const key = r.key && !taken.has(r.key) ? r.key : makeKey(r.item, (k) => taken.has(k));
	taken.add(key);
	return { key, item: r.item, tags: r.tags, annotation: r.annotation };
});
process.stdout.write(WRITERS[to as Format]!.write(list));
for (const r of result.remarks ?? []) console.error(r);
for (const r of result.records) for (const n of r.notes) console.error(`line ${r.line}: ${n}`);
for (const s of result.skipped) console.error(`line ${s.line}: skipped: ${s.why} (${s.what})`);
console.error(`${result.records.length} read, ${result.skipped.length} skipped`);
