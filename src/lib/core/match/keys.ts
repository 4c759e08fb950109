/** Typed citations that name a source outright: by its key, its DOI or its address. */
import { recognise } from '../source';
import { partsOf } from './brackets';
import { readBehind } from './locators';
import type { Resolver } from './resolve';
import type { Found } from './settle';
import type { TypedCite } from './types';
import { NO_CITE } from './written';

/** Cite keys as LaTeX and Markdown have them. */
export function findKeys(text: string, passage: number, resolver: Resolver): Found[] {
	const out: Found[] = [];
	const cite = (key: string): TypedCite => {
		const id = resolver.ofKey(key);
		return {
			...NO_CITE,
			sourceId: id ?? '',
			candidates: id ? [{ sourceId: id, score: 1, why: '' }] : [],
			status: id ? 'certain' : 'none',
			names: [key]
		};
	};
	for (const m of text.matchAll(/\\(?:no)?([A-Za-z]*cite[a-z]*)\*?((?:\[[^\]]*\]){0,2})\{([^{}]+)\}/g)) {
		const args = [...m[2].matchAll(/\[([^\]]*)\]/g)].map((a) => a[1]);
		const cites = m[3].split(',').map((k) => cite(k.trim()));
		const behind = readBehind((args.at(-1) ?? '').replace(/~/g, ' '));
		Object.assign(cites.at(-1)!, behind);
		if (args.length > 1) cites[0].prefix = args[0];
		if (/^(?:text|cite?t)|citet/i.test(m[1])) cites[0].form = 'narrative';
		out.push({ passage, from: m.index, to: m.index + m[0].length, habit: 'key', cites, strong: true });
	}
	for (const m of text.matchAll(/\[(?:[^[\]@]*?)(?<![\p{L}\p{N}])-?@[\p{L}\p{N}_][^[\]]*\]/gu)) {
		const cites = partsOf(m[0].slice(1, -1)).flatMap((part) => {
			const k = /^(.*?)(-?)@\{?([\p{L}\p{N}_](?:[\p{L}\p{N}_:.#$%&+?<>~/-]*[\p{L}\p{N}_/])?)\}?(.*)$/su.exec(part);
			return k
				? [
						{
							...cite(k[3]),
							prefix: k[1].trim(),
							form: k[2] ? ('year-only' as const) : ('parenthetical' as const),
							...readBehind(k[4])
						}
					]
				: [];
		});
		if (cites.length && cites.some((c) => c.sourceId))
			out.push({ passage, from: m.index, to: m.index + m[0].length, habit: 'key', cites, strong: true });
	}
	for (const m of text.matchAll(/(?<![\p{L}\p{N}@\\[])@([\p{L}_][\p{L}\p{N}_:-]*[\p{L}\p{N}])(?![@.]\p{L})/gu)) {
		const c = cite(m[1]);
		if (c.sourceId)
			out.push({
				passage,
				from: m.index,
				to: m.index + m[0].length,
				habit: 'key',
				cites: [{ ...c, form: 'narrative' }],
				strong: true
			});
	}
	return out;
}

/** DOIs, and addresses of known sources, that stand in the text as citations. */
export function findIdentifiers(text: string, passage: number, resolver: Resolver): Found[] {
	const out: Found[] = [];
	for (const m of text.matchAll(
		/(?:https?:\/\/(?:dx\.)?doi\.org\/|doi:\s?)?\b10\.\d{4,9}\/[^\s"“”<>]+|https?:\/\/[^\s"“”<>]+/giu
	)) {
		const doi = recognise(m[0])?.kind === 'DOI' ? recognise(m[0])!.value : null;
		const id = doi ? resolver.ofDoi(doi) : resolver.ofUrl(m[0]);
		if (!id && !doi) continue;
		const shown = m[0].replace(/[.,;:)\]]+$/, '');
		const candidates = id ? [{ sourceId: id, score: 1, why: '' }] : [];
		out.push({
			passage,
			from: m.index,
			to: m.index + shown.length,
			habit: 'identifier',
			cites: [{ ...NO_CITE, sourceId: id ?? '', candidates, status: id ? 'certain' : 'none', names: [shown] }],
			strong: true
		});
	}
	return out;
}
