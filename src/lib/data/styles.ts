/** Styles that the person brought: kept in the library, in the backup, and taken out again. */
import type { StyleFile } from '$lib/core/citing';
import { db, type Database, type OwnStyle } from './db';

export const OWN = 'own-';

export const ownStyles = (base: Database = db): Promise<OwnStyle[]> => base.styles.orderBy('id').toArray();

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

export const restoreStyle = (style: OwnStyle, base: Database = db): Promise<string> => base.styles.put(style);

/** Takes a style out; manuscripts in it say so until another is chosen. */
export const removeStyle = (id: string, base: Database = db): Promise<void> => base.styles.delete(id);
