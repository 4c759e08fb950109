/**
 * Text and list against each other: cited but in no list, listed without being cited, and what the style leaves out of
 * the list.
 */
import type { Node } from 'prosemirror-model';
import { arrangeBibliography, citedInSection, cleanBibliography } from '../manuscript';
import { nameOfSource } from './names';
import { firstPlaces } from './places';
import type { Checker, Facts, Finding } from './types';

/** Ids that stand in any list of the text; null where it has no list. */
function listed(f: Facts): Set<string> | null {
	let found: Set<string> | null = null;
	f.doc.forEach((node: Node, pos) => {
		if (node.type.name !== 'bibliography') return;
		const set = cleanBibliography(node.attrs.settings);
		const here = set.takes === 'section' ? citedInSection(f.doc, pos, f.resolve) : new Set<string>();
		found ??= new Set();
		for (const g of arrangeBibliography(set, f.entries ?? [], (id) => f.source(id), here))
			for (const e of g.entries) found.add(e.id);
	});
	return found;
}

export const unlisted: Checker = (f) => {
	if (!f.entries?.length) return [];
	const there = listed(f);
	const places = firstPlaces(f);
	if (!there) return places.size ? [{ check: 'unlisted', pos: -1, what: 'The text has no bibliography' }] : [];
	return f.entries.flatMap((e): Finding[] =>
		there.has(e.id) || !places.has(e.id)
			? []
			: [
					{
						check: 'unlisted',
						pos: places.get(e.id)!,
						sourceId: e.id,
						what: `${nameOfSource(f.source(e.id))} is cited, but in no bibliography`
					}
				]
	);
};

export const keptOut: Checker = (f) => {
	const places = firstPlaces(f);
	return f.omitted.map(({ id, why }) => ({
		check: 'kept-out',
		pos: places.get(id) ?? -1,
		sourceId: id,
		what: `${nameOfSource(f.source(id))} is cited and not listed: ${why ? `the manual cites it in the text only (${why})` : 'the style prints no entry for it'}`
	}));
};

export const uncited: Checker = (f) => {
	const places = firstPlaces(f);
	return f.uncited
		.map((x) => ({ id: f.resolve(x.id), why: x.why }))
		.filter((x) => !places.has(x.id))
		.map(({ id, why }) => ({
			check: 'uncited',
			pos: -1,
			sourceId: id,
			what: `${nameOfSource(f.source(id))} is listed, but not cited: ${why || 'further reading'}`
		}));
};
