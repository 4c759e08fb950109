<script lang="ts">
	/** Little room is left in the browser: what can go, and what is best done first. */
	import { onMount } from 'svelte';
	import { emptyBin, forgetOldStates, OLD_DAYS, roomToMake, type Room } from '$lib/data/room';
	import { inBackground } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';
	import Alert from '../kit/Alert.svelte';
	import { many } from './many';

	/** @param ondone something went, and how much is in use is another now */
	let { ondone }: { ondone: () => void } = $props();
	let room = $state.raw<Room | null>(null);
	const look = async () => (room = await roomToMake());
	onMount(() => inBackground(look(), 'What could go could not be counted.'));
	async function go(act: () => Promise<void>) {
		await act();
		await look();
		ondone();
	}
</script>

<Alert>
	Little room is left in this browser. Save a backup first; then make room: pictures and earlier states take most of it.
</Alert>
{#if room}
	<div class="acts">
		{#if room.binned}<Btn onclick={() => inBackground(go(emptyBin), 'Nothing was deleted.')}
				>Empty the bin: {many(room.binned, 'item')}, for good</Btn
			>{/if}
		{#if room.old}<Btn onclick={() => inBackground(go(forgetOldStates), 'Nothing was deleted.')}
				>Delete {many(room.old, 'earlier state')} of more than {OLD_DAYS} days ago</Btn
			>{/if}
	</div>
	{#if !room.binned && !room.old}<p>
			Nothing of it can go by itself: delete manuscripts that you have in a backup, then empty the bin.
		</p>{/if}
{/if}

<style>
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin: 10px 0;
	}
	p {
		color: var(--ink-2);
		font-size: 13.5px;
	}
</style>
