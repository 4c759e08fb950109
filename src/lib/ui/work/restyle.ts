/** Style and kind of paper of stored manuscripts, changed for several at once, as one step that can be taken back. */
import { EditorState, type Command } from 'prosemirror-state';
import type { StyleInfo } from '$lib/core/citing';
import { factsOfStyle, settingsOf, storeDoc, styleOf, type DocSettings, type DocStyle } from '$lib/core/manuscript';
import { isBeingWritten } from '$lib/data/lock';
import type { Manuscript } from '$lib/data/db';
import { docOf, getManuscript, saveManuscript } from '$lib/data/manuscripts';
import { changeSettings, formIn, switchStyle } from '$lib/editor/style-commands';

export interface Restyled {
	/** Titles of those that were changed, and of those that another tab writes and that were left. */
	changed: string[];
	left: string[];
	/** Puts back what nobody has changed since. @returns titles of those that somebody has */
	undo(): Promise<string[]>;
}

/** Runs a command on stored manuscripts; those that it does nothing for stay as they are. */
async function changeAll(ids: string[], commandFor: (m: Manuscript) => Command | null): Promise<Restyled> {
	const done: { before: Manuscript; at: number }[] = [];
	const left: string[] = [];
	for (const id of ids) {
		const before = await getManuscript(id);
		const command = before && commandFor(before);
		if (!before || !command) continue;
		if (await isBeingWritten(id)) {
			left.push(before.title);
			continue;
		}
		let state = EditorState.create({ doc: docOf(before) });
		command(state, (tr) => (state = state.apply(tr)));
		const { doc } = state;
		const style = styleOf(doc)!;
		await saveManuscript(id, {
			doc: storeDoc(doc),
			// what undo would take back does not fit any more
			undo: undefined,
			styleId: style.id,
			styleTitle: style.title,
			form: style.form,
			locale: style.locale
		});
		done.push({ before, at: (await getManuscript(id))?.updatedAt ?? 0 });
	}
	return {
		changed: done.map((d) => d.before.title),
		left,
		undo: async () => {
			const kept: string[] = [];
			for (const { before, at } of done) {
				const { id, doc, undo, styleId, styleTitle, form, locale } = before;
				if ((await getManuscript(id))?.updatedAt !== at || (await isBeingWritten(id))) kept.push(before.title);
				else await saveManuscript(id, { doc, undo, styleId, styleTitle, form, locale });
			}
			return kept;
		}
	};
}

/** Switches the style of manuscripts; citations move where it has them, headings of lists follow. */
export const restyle = (ids: string[], info: StyleInfo): Promise<Restyled> =>
	changeAll(ids, (m) => (m.styleId === info.id ? null : switchStyle(info, m.locale)));

/** Gives manuscripts another kind of paper. */
export const changePapers = (ids: string[], page: (now: unknown) => DocSettings['page']): Promise<Restyled> =>
	changeAll(ids, (m) => {
		const now = settingsOf(docOf(m)).page;
		const next = page(now);
		return JSON.stringify(next) === JSON.stringify(now) ? null : changeSettings({ page: next });
	});

/** A style in the form nearest to what was there before. */
export const styleIn = (info: StyleInfo, before: DocStyle): DocStyle => ({
	id: info.id,
	title: info.title,
	form: formIn(info, before.form),
	locale: before.locale,
	facts: factsOfStyle(info)
});
