<script lang="ts">
	/** A style, and choosing another: any of the catalogue. */
	import { catalogue, FEATURED } from '$lib/services/style-catalogue.svelte';
	import Field from '../kit/Field.svelte';
	import Press from '../kit/Press.svelte';
	import Btn from '../kit/Btn.svelte';
	interface Props {
		/** What it is called, and what the field is for. */
		title: string;
		label: string;
		/** What stands before it, in small print; without it the name stands alone. */
		before?: string;
		/** Why what was chosen is not there. */
		trouble?: string;
		ontake: (style: { id: string; title: string }) => void | Promise<void>;
	}
	let { title, label, before = '', trouble = '', ontake }: Props = $props();
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
		await ontake(style);
	}
	const focus = (el: HTMLInputElement) => el.focus();
</script>

{#if choosing}
	<div class="pick">
		<Field
			{@attach focus}
			bind:value={query}
			aria-label={label}
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
		>{before}<Btn
			kind="link"
			class="plain"
			onclick={() => {
				choosing = true;
				void catalogue.load();
			}}
			label={before ? undefined : `${label}: ${title}`}>{title}</Btn
		></small
	>
	{#if trouble}<small class="trouble">{trouble}</small>{/if}
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
