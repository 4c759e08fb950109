/**
 * npm run -s format < job.json: formats citations and a list outside the app.
 * Job: { style: "<xml>" | catalogue id, locale?, items, clusters, uncited?, output: "html" | "text" }.
 * A bad job ends with 1 and one line on standard error.
 */
import Joi from 'joi';
import {
	compileStyle,
	createProcessor,
	StyleError,
	toHtml,
	toPlain,
	type Cite,
	type CiteForm,
	type Cluster,
	type Item,
	type Rich
} from '../src/lib/core/csl';
import { parseXml } from '../src/lib/core/csl/xml';
import { localeTree, styleTree } from './catalogue';

const cite = Joi.object({
	id: Joi.alternatives(Joi.string(), Joi.number()).required(),
	locator: Joi.alternatives(Joi.string().allow(''), Joi.number()),
	label: Joi.string(),
	prefix: Joi.string().allow(''),
	suffix: Joi.string().allow(''),
	'suppress-author': Joi.any(),
	'author-only': Joi.any(),
	form: Joi.string().valid('parenthetical', 'narrative', 'author-only', 'year-only')
}).unknown(true);
const schema = Joi.object({
	style: Joi.string().required(),
	locale: Joi.string(),
	items: Joi.array()
		.items(Joi.object({ id: Joi.alternatives(Joi.string(), Joi.number()).required() }).unknown(true))
		.required(),
	clusters: Joi.array()
		.items(
			Joi.object({
				id: Joi.alternatives(Joi.string(), Joi.number()).required(),
				noteNumber: Joi.number().integer().min(0),
				cites: Joi.array().items(cite).required()
			})
		)
		.required(),
	uncited: Joi.array().items(Joi.alternatives(Joi.string(), Joi.number())),
	output: Joi.string().valid('html', 'text').default('html')
});

interface Job {
	style: string;
	locale?: string;
	items: Item[];
	clusters: { id: string; noteNumber?: number; cites: Record<string, unknown>[] }[];
	uncited?: string[];
	output: 'html' | 'text';
}

function fail(message: string): never {
	console.error(message.replace(/\s+/g, ' '));
	process.exit(1);
}

async function main(): Promise<void> {
	const chunks: Buffer[] = [];
	for await (const c of process.stdin) chunks.push(c as Buffer);
	let raw: unknown;
	try {
		raw = JSON.parse(Buffer.concat(chunks).toString('utf8'));
	} catch (e) {
		fail(`The job is not JSON: ${(e as Error).message}`);
	}
	const { error, value } = schema.validate(raw, { convert: false });
	if (error) fail(`The job is not as it should be: ${error.message}`);
	const job = value as Job;
	const tree = job.style.trimStart().startsWith('<') ? tryXml(job.style) : styleTree(job.style);
	if (!tree) fail(`There is no style “${job.style}” in the catalogue.`);
	const items = new Map(job.items.map((i) => [String(i.id), { ...i, id: String(i.id) } as Item]));
	try {
		const style = compileStyle(tree, { locales: localeTree, lang: job.locale, forceLang: Boolean(job.locale) });
		const processor = createProcessor({ style, getItem: (id) => items.get(id) });
		const clusters: Cluster[] = job.clusters.map((c, i) => ({
			id: `${i}\u0000${c.id}`,
			noteNumber: c.noteNumber ?? 0,
			cites: c.cites.map(toCite)
		}));
		const r = processor.format({ clusters, uncited: (job.uncited ?? []).map(String) });
		const write = job.output === 'text' ? toPlain : (x: Rich | null) => toHtml(x);
		console.log(
			JSON.stringify({
				clusters: r.clusters.map((c, i) => ({
					id: job.clusters[i].id,
					output: c.lead && c.output ? `${write(c.lead)} ${write(c.output)}` : write(c.lead ?? c.output)
				})),
				bibliography: r.bibliography?.map((e) => ({ id: e.id, output: write(e.output) })) ?? null,
				warnings: r.warnings
			})
		);
	} catch (e) {
		if (e instanceof StyleError) fail(e.message);
		throw e;
	}
}

function tryXml(xml: string) {
	try {
		return parseXml(xml);
	} catch (e) {
		if (e instanceof StyleError) fail(e.message);
		throw e;
	}
}

function toCite(c: Record<string, unknown>): Cite {
	const form: CiteForm =
		(c.form as CiteForm) ?? (c['author-only'] ? 'author-only' : c['suppress-author'] ? 'year-only' : 'parenthetical');
	const value = c.locator == null ? '' : String(c.locator);
	return {
		sourceId: String(c.id),
		locator: value ? { label: String(c.label ?? 'page'), value } : null,
		prefix: (c.prefix as string) ?? '',
		suffix: (c.suffix as string) ?? '',
		form
	};
}

await main();
