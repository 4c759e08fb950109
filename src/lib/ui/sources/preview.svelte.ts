/** How a source prints: one worker for the library view, in the style of the manuscript worked on last. */
import type { Item } from '$lib/core/csl';
import { startFormatWorker, type FormatWorker } from '$lib/workers/format';
import { db } from '$lib/data/db';

class SourcePreview {
	style = $state({ id: 'apa', title: 'APA 7th' });
	private worker: FormatWorker | null = null;
	private ready: Promise<void> | null = null;

	private start(): Promise<void> {
		return (this.ready ??= (async () => {
			const last = await db.manuscripts.orderBy('updatedAt').last();
			if (last) this.style = { id: last.styleId, title: last.styleTitle };
			this.worker = startFormatWorker();
			const a = await this.worker.face.useStyle(this.style.id, this.style.title, '');
			if (!a.ok) {
				this.style = { id: 'apa', title: 'APA 7th' };
				await this.worker.face.useStyle('apa', 'APA 7th', '');
			}
		})());
	}

	async show(item: Item): Promise<{ citation: string; entry: string; text: string }> {
		await this.start();
		const face = this.worker!.face;
		await face.putSources([item], []);
		const p = await face.preview([{ sourceId: item.id, form: 'parenthetical' }], 1);
		return { citation: p.html, entry: p.entries[0]?.html ?? '', text: p.entries[0]?.text ?? '' };
	}
}

export const sourcePreview = new SourcePreview();
