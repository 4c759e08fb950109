<script lang="ts">
	/** The style in which sources are shown here: any of the catalogue. */
	import { catalogue, FEATURED } from '$lib/services/style-catalogue.svelte';
	import { sourcePreview } from './preview.svelte';
	import Field from '../kit/Field.svelte';
	import Press from '../kit/Press.svelte';
	import Btn from '../kit/Btn.svelte';
	let choosing = $state(false);
	let query = $state('');
	const matches = $derived(
		query.trim()
			? catalogue.find(query, 8).map((s) => ({ id: s.id, title: FEATURED.find((f) => f.id === s.id)?.name ?? s.title }))
			: FEATURED.map((f) => ({ id: f.id, title: f.name }))
	);
	async function take(style: { id: string; title: string }) {
		choosing = false;
		query = '';
		await sourcePreview.use(style);
	}
	const focus = (el: HTMLInputElement) => el.focus();
</script>

{#if choosing}
	<div class="pick">
		<Field
			{@attach focus}
			bind:value={query}
			aria-label="Style to show sources in"
			placeholder="Any style: apa, jour coast"
			onkeydown={(e) => {
				if (e.key === 'Escape') {
					e.stopPropagation();
					choosing = false;
				}
				if (e.key === 'Enter' && matches[0]) void take(matches[0]);
			}}
		/>
		<ul>
			{#each matches as s (s.id)}<li>
					<Press onclick={() => void take(s)}>{s.title}</Press>
				</li>{:else}<li>
					{catalogue.complete || catalogue.trouble ? `No style matches “${query}”.` : 'Loading the catalogue…'}
				</li>{/each}
		</ul>
	</div>
{:else}
	<small
		>In <Btn
			kind="link"
			class="plain"
			onclick={() => {
				choosing = true;
				void catalogue.load();
			}}>{sourcePreview.style.title}</Btn
		></small
	>
	{#if sourcePreview.trouble}<small class="trouble">{sourcePreview.trouble}</small>{/if}
{/if}

<style>
	small {
		display: block;
		font: 500 var(--tiny) / 1.3 var(--sans);
		color: var(--ink-3);
		margin-bottom: 7px;
	}
	.trouble {
		color: var(--madder);
	}
	.pick {
		font: 400 13px/1.4 var(--sans);
		margin-bottom: 8px;
	}
	li :global(.press) {
		width: 100%;
		text-align: left;
		padding: 3px 8px;
		cursor: pointer;
		color: var(--ink-2);
	}
	li :global(.press:hover) {
		color: var(--ink);
		background: var(--verdigris-tint);
	}
</style>
