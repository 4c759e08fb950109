/** The words of a title page as they are typed, in the panel or on the sheet: kept at a pause, as one step for undo. */
import { cleanPage, kindOf, type PageChoice, type TitleFields } from '$lib/core/page';
import { Debounce } from '$lib/editor/debounce';
import type { Draft } from '$lib/editor/draft.svelte';
import { FIELDS } from '../pages/title-fields';
import { changeSettings } from '$lib/editor/style-commands';

export class PageFields {
	readonly page = $derived.by((): PageChoice => {
		void this.draft.revision;
		return cleanPage(this.draft.settings.page);
	});
	readonly kind = $derived(kindOf(this.page.kind));
	/** Those that the kind of paper has a place for. */
	readonly list = $derived(FIELDS.filter((f) => this.kind.fields.includes(f.key)));
	/** What was typed last and is not kept yet: whoever goes or reloads in the middle of a word has it. */
	private typing: { key: keyof TitleFields; value: string } | null = null;
	private readonly pause = new Debounce(() => this.typing && this.set(this.typing.key, this.typing.value), 250, 1500);

	constructor(private readonly draft: Draft) {}

	keep(next: PageChoice, what: string): boolean {
		return this.draft.run(changeSettings({ page: { ...next } as Record<string, unknown> }, what));
	}
	typed(key: keyof TitleFields, value: string): void {
		this.typing = { key, value };
		this.pause.call();
	}
	/** Keeps what waits for a pause. */
	now(): void {
		if (this.typing) this.set(this.typing.key, this.typing.value);
	}
	set(key: keyof TitleFields, value: string): void {
		this.pause.cancel();
		this.typing = null;
		if (value !== this.page.fields[key])
			this.keep({ ...this.page, fields: { ...this.page.fields, [key]: value } }, 'Title page changed');
	}
}
