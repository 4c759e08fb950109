/** Going back to an earlier state of an open draft. */
import { readDoc, storeDoc, writeLocator, type DocCite } from '$lib/core/manuscript';
import { compareDocs, type Comparison } from '$lib/core/manuscript/compare';
import { shortLabel } from '$lib/core/source';
import type { Version } from '$lib/data/db';
import { keepVersion } from '$lib/data/versions';
import type { Draft } from './draft.svelte';
import { BIBLIOGRAPHY_MAY_GO } from './plugins';

/** What has changed since a version. @throws ManuscriptError where it cannot be read */
export function sinceVersion(draft: Draft, v: Version): Comparison {
	const label = (c: DocCite): string => {
		const s = draft.source(draft.resolve(c.sourceId));
		const l = s && shortLabel(s.item);
		return `${l ? `${l.name} ${l.year}` : c.sourceId}${c.locator ? ` ${writeLocator(c.locator)}` : ''}`;
	};
	return compareDocs(readDoc(v.doc), draft.view!.state.doc, label);
}

/**
 * Brings a version back in one step that undo takes back; the present state is kept as a version too.
 * @throws ManuscriptError where it cannot be read, StorageError where the present cannot be kept; nothing is changed then
 */
export async function backTo(draft: Draft, v: Version): Promise<void> {
	const { view } = draft;
	if (!view || draft.readOnly) return;
	const old = readDoc(v.doc);
	await keepVersion({
		manuscriptId: draft.id,
		at: Date.now(),
		title: draft.title,
		doc: storeDoc(view.state.doc),
		styleId: draft.docStyle.id
	});
	const { tr } = view.state;
	const back = draft.assets.named(old);
	tr.replaceWith(0, tr.doc.content.size, back.content);
	for (const [name, value] of Object.entries(back.attrs)) tr.setDocAttribute(name, value);
	draft.act(tr.setMeta(BIBLIOGRAPHY_MAY_GO, true), 'An earlier state is back');
	view.focus();
}
