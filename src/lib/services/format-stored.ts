/** A stored manuscript, formatted whole: for handing in and for proof. */
import type { Node } from 'prosemirror-model';
import { cleanHouse, type SessionResult } from '$lib/core/citing';
import {
	assetToData,
	assetsIn,
	entryOverridesOf,
	ManuscriptError,
	readCitations,
	settingsOf,
	styleOf,
	type DocSettings,
	type DocStyle,
	type EntryOverrides,
	type Reading
} from '$lib/core/manuscript';
import type { Item } from '$lib/core/csl';
import type { Source } from '$lib/core/source';
import { getAssets } from '$lib/data/assets';
import { storageMessage, type Manuscript } from '$lib/data/db';
import { docOf, getManuscript } from '$lib/data/manuscripts';
import { FormattingService, type FormatRequest } from './formatting/index.svelte';
import { library } from './library.svelte';
import { closingsDone } from './persistence';

export interface FormattedManuscript {
	kind: 'formatted';
	manuscript: Manuscript;
	doc: Node;
	style: DocStyle;
	reading: Reading;
	/** Sources listed without being cited, with the reason. */
	uncited: DocSettings['uncited'];
	entryOverrides: EntryOverrides;
	result: SessionResult;
	/** Cited and listed sources that the library has. */
	sources: Source[];
	/** Pictures of the text by their names, as data addresses. */
	pictures: Map<string, string>;
	/** The style could not be used, and another stands in; '' where it could. */
	instead: string;
}

/** Why there is nothing to show, in words for the person. */
export interface NotFormatted {
	kind: 'trouble';
	message: string;
}

const STAND_IN = { id: 'apa', title: 'APA 7th', lang: '' };

/**
 * Reads and formats a manuscript; whatever stands in the way is an answer.
 * @param as what a source is printed as; itself where this is left out
 */
export async function formatStored(
	id: string,
	as: (source: Source) => Item = (s) => s.item
): Promise<FormattedManuscript | NotFormatted> {
	const trouble = (message: string): NotFormatted => ({ kind: 'trouble', message });
	await library.start();
	await closingsDone();
	if (library.trouble) return trouble('This manuscript cannot be read from this browser’s storage.');
	let manuscript: Manuscript | undefined;
	let doc: Node;
	try {
		manuscript = await getManuscript(id);
		if (!manuscript)
			return trouble('There is no manuscript at this address. It may have been deleted, or belong to another browser.');
		doc = docOf(manuscript);
	} catch (e) {
		return trouble(e instanceof ManuscriptError ? e.message : storageMessage(e));
	}
	const style = styleOf(doc)!;
	const settings = settingsOf(doc);
	const reading = readCitations(doc, style.form, library.resolve);
	const uncited = [...new Set(settings.uncited.map((f) => library.resolve(f.id)))];
	const ids = new Set([...reading.citations.flatMap((c) => c.cites.map((x) => x.sourceId)), ...uncited]);
	const sources = [...ids].flatMap((x) => library.sources.get(x) ?? []);
	// the same item for the same source each time: what is sent to the worker is told by it
	const items = new Map(sources.map((s) => [s.id, as(s)]));
	const service = new FormattingService({ item: (x) => items.get(x) ?? library.sources.get(x)?.item });
	try {
		const request: FormatRequest = {
			style: { id: style.id, title: style.title, lang: style.locale },
			house: cleanHouse(settings.house),
			clusters: reading.clusters,
			uncited
		};
		let outcome = await service.once(request);
		const instead = outcome.ok ? '' : outcome.message;
		if (!outcome.ok && outcome.kind !== 'worker') outcome = await service.once({ ...request, style: STAND_IN });
		if (!outcome.ok) return trouble(outcome.message);
		return {
			kind: 'formatted',
			manuscript,
			doc,
			style,
			reading,
			uncited: settings.uncited,
			entryOverrides: entryOverridesOf(doc),
			result: outcome.value,
			sources,
			pictures: new Map((await getAssets(assetsIn(doc))).map((a) => [a.id, assetToData(a)])),
			instead
		};
	} finally {
		service.stop();
	}
}
