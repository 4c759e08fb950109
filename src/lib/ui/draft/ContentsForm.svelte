<script lang="ts">
	/** Contents, or a list of figures or tables: what is listed, its title, how far down. */
	import { contentsTitleIn } from '$lib/core/manuscript';
	import { CONTENTS_OF, MOST_LEVELS, type ContentsOf } from '$lib/core/page';
	import { contentsAt, putContents } from '$lib/editor/insertions';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import InsertForm from './InsertForm.svelte';
	import type { FormProps } from './writing-names';
	let { draft, run, onclose, onaway }: FormProps = $props();
	// what it was when the form was opened
	// svelte-ignore state_referenced_locally
	const { state: editor } = draft.view!;
	const there = contentsAt(editor);
	let of = $state<ContentsOf>(there?.of ?? 'headings');
	let title = $state(there?.title ?? '');
	let levels = $state(there?.levels ?? 3);
	const NAMES: Record<ContentsOf, string> = { headings: 'Headings', figures: 'Figures', tables: 'Tables' };
	const DOWN = Array.from({ length: MOST_LEVELS }, (_, n) => `Heading ${n + 1}`);
	const usual = $derived(contentsTitleIn(editor.doc, of, ''));
	const submit = () => run(putContents({ of, title: title.trim(), levels: of === 'headings' ? levels : 3 }));
</script>

<InsertForm label="Contents" {onclose} {onaway} onsubmit={submit}>
	<label
		>What is listed
		<Pick bind:value={of}>
			{#each CONTENTS_OF as c (c)}<option value={c}>{NAMES[c]}</option>{/each}
		</Pick>
	</label>
	<label>Title <Field bind:value={title} placeholder={usual} autocomplete="off" /></label>
	{#if of === 'headings'}
		<label
			>Down to
			<Pick value={levels} onchange={(e) => (levels = Number(e.currentTarget.value))}>
				{#each DOWN as name, n (name)}<option value={n + 1}>{name}</option>{/each}
			</Pick>
		</label>
	{/if}
	<p class="hint">Page numbers stand in the pages and files of Hand in.</p>
	<div class="acts">
		<Btn kind="primary" type="submit">{there ? 'Change contents' : 'Insert contents'}</Btn>
	</div>
</InsertForm>
