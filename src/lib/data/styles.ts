/** Styles that the person brought: kept in the library, in the backup, and taken out again. */
import type { StyleFile } from '$lib/core/citing';
import { db, type Database, type OwnStyle } from './db';
import { binStyle } from './bin';
import { soundStyles } from './repair';

export const OWN = 'own-';

export const ownStyles = async (base: Database = db): Promise<OwnStyle[]> =>
	soundStyles(await base.styles.orderBy('id').toArray(), base);

/** Keeps a style file; one of the same name is replaced. @returns it, and the one it replaced */
export async function keepStyle(
	file: StyleFile,
	xml: string,
	base: Database = db
): Promise<{ style: OwnStyle; before: OwnStyle | undefined }> {
	const id = OWN + file.id;
	return base.transaction('rw', base.styles, async () => {
		const before = await base.styles.get(id);
		const now = Date.now();
		const { title, parent, kind, note, fields, language, licence, updated } = file;
		const style: OwnStyle = {
			id,
			title,
			xml,
			parent,
			kind,
			note,
			fields,
			language,
			licence,
			changed: updated,
			createdAt: before?.createdAt ?? now,
			updatedAt: now
		};
		await base.styles.put(style);
		return { style, before };
	});
}

/**
 * Keeps a style that came with a document, where none of its name is here: what the person has is left as it is.
 * @returns whether it is new
 */
export const keepNewStyle = (file: StyleFile, xml: string, base: Database = db): Promise<boolean> =>
	base.transaction('rw', base.styles, async () => {
		if (await base.styles.get(OWN + file.id)) return false;
		await keepStyle(file, xml, base);
		return true;
	});

export const restoreStyle = (style: OwnStyle, base: Database = db): Promise<void> =>
	base.transaction('rw', base.styles, base.bin, async () => {
		await base.styles.put(style);
		await base.bin.delete(`style:${style.id}`);
	});

/** Takes a style out; manuscripts in it say so until another is chosen. */
export const removeStyle = (id: string, base: Database = db): Promise<void> =>
	base.transaction('rw', base.styles, base.bin, async () => {
		const [style] = soundStyles([await base.styles.get(id)], base);
		if (style) await base.bin.put(binStyle(style));
		await base.styles.delete(id);
	});
