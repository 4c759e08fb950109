<script lang="ts">
	/** Binds manuscripts of the desk into a new work. */
	import { goto } from '$app/navigation';
	import { Modal } from 'flowbite-svelte';
	import type { Manuscript } from '$lib/data/db';
	import { bindWork } from '$lib/data/works';
	import { inBackground } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import { many } from '../parts/many';
	import ChooseManuscripts from './ChooseManuscripts.svelte';

	let { list, onclose }: { list: Manuscript[]; onclose: () => void } = $props();
	let open = $state(true);
	let title = $state('');
	let chosen = $state.raw<string[]>([]);
	async function bind() {
		const work = await bindWork(title.trim(), chosen);
		await goto(`/work/${work.id}`);
	}
</script>

<Modal bind:open title="Bind chapters" size="sm" outsideclose {onclose}>
	<form
		onsubmit={(e) => {
			e.preventDefault();
			if (chosen.length) inBackground(bind(), 'The chapters could not be bound. Nothing was changed.');
		}}
	>
		<label>Title of the work <Field bind:value={title} autocomplete="off" placeholder="It can wait" /></label>
		<p>
			Choose its chapters in their order. They stay manuscripts that you open and write alone, and show the numbers that
			they have in the whole.
		</p>
		<ChooseManuscripts {list} bind:chosen />
		<Btn kind="primary" type="submit" disabled={!chosen.length}
			>Bind {chosen.length ? many(chosen.length, 'chapter') : ''}</Btn
		>
	</form>
</Modal>

<style>
	label {
		display: block;
		font-size: 13px;
		color: var(--ink-2);
	}
	p {
		color: var(--ink-2);
		font-size: 13.5px;
		margin: 12px 0 8px;
	}
</style>
