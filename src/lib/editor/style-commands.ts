/** Style and settings of a manuscript: commands that change them and move citations with them, in one step for undo. */
import type { Command } from 'prosemirror-state';
import { bibliographyHeading, type StyleInfo } from '$lib/core/citing';
import {
	editFacts,
	factsOfStyle,
	placeCitations,
	placementOf,
	renameBibliographies,
	setDocAttrs,
	settingsOf,
	styleOf,
	type CitingForm,
	type DocSettings,
	type DocStyle
} from '$lib/core/manuscript';
import { labelled } from './commands';
import { placementIn } from './document-store';

/** Changes what the manuscript decides over the style; citations move where that is about their place. */
export const changeSettings =
	(change: Partial<DocSettings>, what = 'Setting changed'): Command =>
	(state, dispatch) => {
		if (!dispatch) return true;
		const next = { ...settingsOf(state.doc), ...change };
		const facts = editFacts(styleOf(state.doc));
		const tr = setDocAttrs(state.tr, { settings: next });
		placeCitations(tr.doc, placementOf(facts.placement, next), facts.punctuationInQuote, tr, placementIn(state.doc));
		dispatch(labelled(tr, what));
		return true;
	};

/** The form that citations can have in a style, nearest to the one that is wanted. */
export const formIn = (info: Pick<StyleInfo, 'class'>, wanted: CitingForm): CitingForm =>
	info.class === 'note' ? (wanted === 'endnotes' ? 'endnotes' : 'footnotes') : 'in-text';

/** Switches the style: marks move over punctuation, headings of bibliographies follow. */
export const switchStyle =
	(info: StyleInfo, locale = '', wanted?: CitingForm): Command =>
	(state, dispatch) => {
		if (!dispatch) return true;
		const before = styleOf(state.doc);
		const form = formIn(info, wanted ?? before?.form ?? 'in-text');
		const style: DocStyle = { id: info.id, title: info.title, form, locale, facts: factsOfStyle(info) };
		const tr = state.tr;
		placeCitations(
			tr.doc,
			placementOf(info.placement, settingsOf(state.doc)),
			info.punctuationInQuote,
			tr,
			placementIn(state.doc)
		);
		renameBibliographies(
			tr,
			bibliographyHeading(before?.id ?? '', (before?.form ?? 'in-text') !== 'in-text'),
			bibliographyHeading(info.id, form !== 'in-text')
		);
		dispatch(labelled(setDocAttrs(tr, { style }), `Style changed to ${info.title}`));
		return true;
	};

/** Lists a source that nobody cites, or with null no longer. */
export const listUncited =
	(id: string, why: string | null, resolve: (id: string) => string): Command =>
	(state, dispatch) => {
		const others = settingsOf(state.doc).uncited.filter((u) => resolve(u.id) !== id);
		return changeSettings({ uncited: why === null ? others : [...others, { id, why }] })(state, dispatch);
	};
