/** Records put into the database past the app, for what would take a person hours to type. */
import type { Page } from '@playwright/test';

/** Puts records into a table of the open app. */
export async function putRecords(
	page: Page,
	table: 'sources' | 'manuscripts' | 'styles' | 'settings',
	records: unknown[]
): Promise<void> {
	await page.evaluate(
		async ([table, records]) => {
			const open = indexedDB.open('rapid-quill');
			await new Promise((ok) => (open.onsuccess = ok));
			const write = open.result.transaction(table, 'readwrite');
			for (const r of records) write.objectStore(table).put(r);
			await new Promise((ok, no) => {
				write.oncomplete = ok;
				write.onerror = () => no(write.error);
			});
			open.result.close();
		},
		[table, records] as const
	);
}

export const text = (s: string) => ({ type: 'text', text: s });

/** A citation of one source as it stands in a stored document. */
export const citation = (id: string, sourceId: string) => ({
	type: 'citation',
	attrs: { id, cites: [{ sourceId, locator: null, prefix: '', suffix: '', form: 'parenthetical' }] }
});

/** A manuscript in APA with a list of references at its end. */
export function plainManuscript(id: string, title: string, blocks: unknown[]) {
	const style = { id: 'apa', title: 'APA 7th', form: 'in-text', locale: '' };
	const heading = (level: number, words: string) => ({ type: 'heading', attrs: { level }, content: [text(words)] });
	const list = { type: 'bibliography', attrs: { id: 'b' }, content: [heading(2, 'References')] };
	return {
		id,
		title,
		kind: 'Chapter',
		doc: {
			version: 1,
			content: { type: 'doc', attrs: { style }, content: [heading(1, title), ...blocks, list] }
		},
		styleId: style.id,
		styleTitle: style.title,
		locale: '',
		form: style.form,
		uncited: [],
		authors: [],
		strip: { sections: [], ticks: [], checks: [] },
		words: 1,
		createdAt: 1,
		updatedAt: 1
	};
}
