<script lang="ts">
	/** What can be done with a manuscript whose stored text cannot be read: save it as it is, or go back to an earlier state. */
	import { onMount } from 'svelte';
	import { format } from 'date-fns';
	import { ManuscriptError, readDoc } from '$lib/core/manuscript';
	import type { Manuscript, Version } from '$lib/data/db';
	import { saveManuscript } from '$lib/data/manuscripts';
	import { versionsOf } from '$lib/data/versions';
	import { inBackground } from '$lib/services/problems';
	import { download, fileName } from '../download';
	import Btn from '../kit/Btn.svelte';

	let { manuscript }: { manuscript: Manuscript } = $props();
	let versions = $state.raw<Version[]>([]);
	const readable = (v: Version) => {
		try {
			readDoc(v.doc);
			return true;
		} catch (e) {
			if (e instanceof ManuscriptError) return false;
			throw e;
		}
	};
	onMount(() => {
		inBackground(
			versionsOf(manuscript.id).then((list) => (versions = list.filter(readable).slice(0, 8))),
			'Its earlier states could not be read.'
		);
	});
	function save() {
		download(`${fileName(manuscript.title)}.json`, JSON.stringify(manuscript, null, '\t'), 'application/json');
	}
	async function back(v: Version) {
		save();
		await saveManuscript(manuscript.id, { doc: v.doc, undo: undefined });
		location.reload();
	}
</script>

<p><Btn kind="ghost" onclick={save}>Save what is stored as a file</Btn></p>
{#if versions.length}
	<p>Earlier versions of it can be read. Going back to one saves what is stored now as a file first.</p>
	<ul>
		{#each versions as v (v.id)}
			<li>
				<Btn kind="quiet" onclick={() => inBackground(back(v), 'The earlier state could not be brought back.')}
					>Go back to {format(v.at, 'd MMMM, HH:mm')}</Btn
				>
			</li>
		{/each}
	</ul>
{/if}
