<script lang="ts">
	/** A source opened in place: fields on the left; what to fix, how it prints and where it is cited on the right. */
	import { makeKey, type Source } from '$lib/core/source';
	import { tidy } from '$lib/core/source/tidy';
	import { isStorage, storageMessage } from '$lib/data/db';
	import { editSource, KeyTaken } from '$lib/data/sources';
	import type { Change } from './change';
	import type { LibraryView } from './library-view.svelte';
	import Clashes from './Clashes.svelte';
	import Excerpts from './Excerpts.svelte';
	import Fields from './Fields.svelte';
	import Fixes from './Fixes.svelte';
	import Places from './Places.svelte';
	import PrintedSide from './PrintedSide.svelte';

	let { source, view, onremove }: { source: Source; view: LibraryView; onremove: () => void } = $props();
	let problem = $state('');
	let keyProblem = $state('');
	const look = (item: Source['item']) => tidy(item, view.context(), source.ignored);
	const findings = $derived(look(source.item));

	/** A key that nobody chose follows author and year, until it is cited. */
	function withKey(before: Source, next: Source): Source {
		const own = before.key.replace(/(?<=\d)[b-z]$|-\d+$/, '') === makeKey(before.item, () => false);
		if (next === before || next.key !== before.key || !own || view.counts.get(before.id)) return next;
		const taken = new Set(view.all.filter((s) => s.id !== before.id).map((s) => s.key));
		return { ...next, key: makeKey(next.item, (k) => taken.has(k)) };
	}

	/** Saves a change of the source as it is by then; what is no valid source is said and not kept. */
	async function put(change: Change, what = 'Changed a source'): Promise<void> {
		problem = '';
		const { itemFaults } = await import('$lib/core/source/validate');
		try {
			await editSource(
				source.id,
				(s) => {
					const next = typeof change === 'function' ? change(s) : { ...s, ...change };
					const [fault] = next === s ? [] : itemFaults({ ...next.item, id: next.id });
					if (fault) throw new Error(`${fault.field}: ${fault.message}`);
					return withKey(s, next);
				},
				what
			);
			keyProblem = '';
		} catch (e) {
			if (e instanceof KeyTaken) keyProblem = e.message;
			else problem = `This was not kept: ${isStorage(e) ? storageMessage(e) : (e as Error).message}`;
		}
	}
	/** Goes to a field of the form, whether it shows at once or not. */
	let wanted = $state('');
</script>

<div class="in">
	<Fields {source} {view} {put} {problem} {keyProblem} {wanted} {onremove} />
	<div class="side">
		<Clashes {source} {put} />
		<Fixes {findings} {look} {put} onfield={(f) => (wanted = f)} />
		<PrintedSide {source} onfield={(f) => (wanted = f)} />
		<Places uses={view.usesNow.get(source.id) ?? []} />
		<Excerpts {source} {put} />
	</div>
</div>

<style>
	.in {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 430px);
		gap: 36px;
		padding: 4px 12px 0 50px;
	}
	@media (max-width: 1000px) {
		.in {
			grid-template-columns: 1fr;
			padding-left: 12px;
			gap: 16px;
		}
	}
</style>
