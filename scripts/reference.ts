/** The reference library on the same input: a yardstick for tests and bench, never shipped. */
import CSL from 'citeproc';
import type { Cluster, Item, Tree } from '../src/lib/core/csl';
import { localeTree } from './catalogue';

export interface ReferenceResult {
	clusters: Map<string, string>;
	bibliography: { id: string; html: string }[] | null;
}

export interface ReferenceEngine {
	format(clusters: Cluster[], uncited?: string[]): ReferenceResult;
	engine: CSL.Engine;
}

/** The engine keeps the identifiers of entries it printed nothing for when it drops them: those are named by nobody. */
function entriesOf([head, texts]: [{ entry_ids: string[][] }, string[]]): { id: string; html: string }[] {
	const aligned = head.entry_ids.length === texts.length;
	return texts.map((html, i) => ({ id: aligned ? head.entry_ids[i][0] : '', html }));
}

/** The engine mutates what it is given: every engine gets a copy of the tree. */
const copy = (t: Tree): unknown => ({
	name: t.name,
	attrs: { ...t.attrs },
	// an empty term needs a text, or the engine trips over it
	children: t.children.length || t.name !== 'term' ? t.children.map((c) => (typeof c === 'string' ? c : copy(c))) : ['']
});

export const toReference = (clusters: Cluster[]) =>
	clusters.map((c) => ({
		citationID: c.id,
		citationItems: c.cites.map((x) => ({
			id: x.sourceId,
			...(x.locator ? { locator: x.locator.value, label: x.locator.label } : {}),
			...(x.prefix ? { prefix: /\s$/.test(x.prefix) ? x.prefix : `${x.prefix} ` } : {}),
			...(x.suffix ? { suffix: /^[\s,.;:]/.test(x.suffix) ? x.suffix : ` ${x.suffix}` } : {}),
			...(x.form === 'year-only' ? { 'suppress-author': true } : {}),
			...(x.form === 'author-only' ? { 'author-only': true } : {})
		})),
		properties: { noteIndex: c.noteNumber ?? 0 }
	}));

export function createReference(style: Tree, items: Map<string, Item>): ReferenceEngine {
	const sys = {
		retrieveLocale: (lang: string) => {
			const t = localeTree(lang) ?? localeTree('en-US')!;
			return copy(t);
		},
		retrieveItem: (id: string) => items.get(String(id))
	};
	const engine = new CSL.Engine(sys, copy(style) as never);
	engine.opt.development_extensions.wrap_url_and_doi = false;
	return {
		engine,
		format(clusters, uncited = []) {
			const cited = [...new Set(clusters.flatMap((c) => c.cites.map((x) => x.sourceId)))];
			engine.updateItems([]);
			engine.updateUncitedItems(uncited.filter((id) => !cited.includes(id)));
			const rows = engine.rebuildProcessorState(
				toReference(clusters),
				'html',
				uncited.filter((id) => !cited.includes(id))
			);
			const bib = engine.makeBibliography();
			return {
				clusters: new Map(rows.map((r: [string, number, string]) => [r[0], r[2]])),
				bibliography: bib ? entriesOf(bib) : null
			};
		}
	};
}

/** Entities, white space and the wrapper of entries do not count as a difference. */
export function normalize(html: string): string {
	return (
		html
			.replace(/<div class="csl-entry">([\s\S]*)<\/div>\s*$/, '$1')
			.replace(/<div class="csl-(left-margin|right-inline|block|indent)">/g, ' ')
			.replace(/<\/div>/g, ' ')
			.replace(/&#38;|&amp;/g, '&')
			.replace(/&#60;|&lt;/g, '<')
			.replace(/&#62;|&gt;/g, '>')
			.replace(/\u00a0|&nbsp;/g, ' ')
			.replace(/\s+/g, ' ')
			// two neighbours of one look are one stretch of it
			.replace(/<\/(i|b)>( ?)<\1>/g, '$2')
			.replace(/(<span style="[^"]*">)([^<]*)<\/span>( ?)(?=\1)/g, '$1$2$3\ue000')
			.replace(/\ue000<span style="[^"]*">/g, '')
			.trim()
	);
}

const LOOKS: [RegExp, string, string][] = [
	[/^<i>$/, 'slant', 'italic'],
	[/^<b>$/, 'weight', 'bold'],
	[/^<sup>$/, 'level', 'sup'],
	[/^<sub>$/, 'level', 'sub'],
	[/font-style:normal/, 'slant', ''],
	[/font-weight:normal/, 'weight', ''],
	[/font-variant:small-caps/, 'caps', 'small'],
	[/font-variant:normal/, 'caps', ''],
	[/text-decoration:underline/, 'line', 'under'],
	[/text-decoration:none/, 'line', ''],
	[/"baseline"/, 'level', '']
];

/** What a reader sees: each stretch of text with the look it really has, however the markup nests; no space before a mark. */
export function visible(html: string): string {
	const stack: Record<string, string>[] = [{}];
	let out = '';
	let last = '';
	for (const part of html.replace(/ +([,.;:)])/g, '$1').split(/(<\/?(?:[ib]|su[bp]|span|div|a)(?: [^>]*)?>)/)) {
		if (/^<\//.test(part)) stack.pop();
		else if (/^<[a-z]/.test(part)) {
			const look = { ...stack[stack.length - 1] };
			for (const [re, key, value] of LOOKS) if (re.test(part)) look[key] = value;
			stack.push(look);
		} else if (part) {
			const look = stack[stack.length - 1] ?? {};
			const now = ['slant', 'weight', 'caps', 'line', 'level']
				.map((k) => look[k])
				.filter(Boolean)
				.join(' ');
			if (now !== last && part.trim()) out += `{${(last = now)}}`;
			out += part;
		}
	}
	// a space has no look of its own
	return out
		.replace(/(\{[^}]*\}) +/g, ' $1')
		.replace(/ {2,}/g, ' ')
		.replace(/ +(\{[^}]*\})?(?=[,.;:)])/g, '$1');
}
