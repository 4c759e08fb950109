<script lang="ts">
	/** Choosing a style: the list, and beside it one's own text as it would become. */
	import { onMount, untrack } from 'svelte';
	import { nearestStyle, type SessionResult } from '$lib/core/citing';
	import { placeCitations, placementOf, readCitations, type CitingForm } from '$lib/core/manuscript';
	import { changeInWords } from '../styles/change-words';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { FormattingService } from '$lib/services/formatting/index.svelte';
	import { changeSettings, formIn, switchStyle } from '$lib/editor/style-commands';
	import { outside } from '../parts/outside';
	import OwnRules from './OwnRules.svelte';
	import PlaceCitations from './PlaceCitations.svelte';
	import StyleActs from './StyleActs.svelte';
	import StyleSides from './StyleSides.svelte';
	import StyleRows from './StyleRows.svelte';
	import { styleGroups } from './style-groups';
	import TitleChanges from './TitleChanges.svelte';
	import type { SeenStyle } from './seen-style';
	import { catalogue, featuredName } from '$lib/services/style-catalogue.svelte';
	import { noteUsed } from '$lib/services/style-choices';
	import Field from '../kit/Field.svelte';

	interface Props {
		draft: Draft;
		first?: string;
		/** What was typed while this panel was on its way, and whether Enter followed. */
		typedAhead?: string;
		enteredAhead?: boolean;
		onclose: () => void;
	}
	let { draft, first = '', typedAhead = '', enteredAhead = false, onclose }: Props = $props();
	// svelte-ignore state_referenced_locally
	let query = $state(typedAhead);
	// svelte-ignore state_referenced_locally
	let picked = $state.raw<{ id: string; title: string }>({ id: draft.docStyle.id, title: draft.docStyle.title });
	/** Where citations shall stand; a style that cannot is left for the nearest that can. */
	// svelte-ignore state_referenced_locally
	let form = $state<CitingForm>(draft.docStyle.form);
	let instead = $state('');
	/** Language of terms, dates and quotation marks; empty for the style's own. */
	// svelte-ignore state_referenced_locally
	let lang = $state(draft.docStyle.locale);
	let then = $state.raw<SeenStyle | null>(null);
	let now = $state.raw<SessionResult | null>(null);
	let trouble = $state('');
	/** Titles in sentence case are looked at, those of the style in use or of the one that is chosen. */
	let titles = $state<'' | 'now' | 'then'>('');
	let search = $state<HTMLInputElement | null>(null);
	const service = new FormattingService({ item: (id) => draft.source(id)?.item });
	let serial = 0;
	let preparing: ReturnType<typeof setTimeout>;
	/** Enter was pressed before what was chosen is shown: it is used once it is. */
	let useWhenSeen = false;
	/** What is shown is what is chosen, so that it can be used. */
	const seen = $derived(then?.picked.id === picked.id && then.form === form && then.lang === lang ? then : null);

	/** Whose rules a title uses that has none of its own. */
	const rules = $derived.by(() => {
		const parent = catalogue.byId.get(picked.id)?.parent;
		return parent ? `${picked.title} uses the rules of ${catalogue.byId.get(parent)?.title ?? parent}.` : '';
	});
	const groups = $derived(styleGroups(draft, query));

	onMount(() => {
		const loaded = catalogue.load();
		search?.focus();
		typed();
		if (enteredAhead) void take();
		void (async () => {
			await seeNow();
			const wanted = first && first !== draft.docStyle.id;
			if (wanted) await loaded;
			// what was chosen meanwhile is meant
			if (serial) return;
			if (wanted) await show(first, featuredName(first) ?? catalogue.byId.get(first)?.title ?? first);
			else await show(picked.id, picked.title);
		})();
		return () => {
			serial++;
			clearTimeout(preparing);
			clearTimeout(timer);
			service.stop();
		};
	});

	/** The text as it stands. */
	async function seeNow() {
		const outcome = await draft.formatting.everything();
		now = outcome.ok ? outcome.value : null;
	}

	// what is decided over the style shows in both columns
	// svelte-ignore state_referenced_locally
	let before = [draft.settings, draft.docStyle];
	$effect(() => {
		const current = [draft.settings, draft.docStyle];
		if (current.every((x, i) => x === before[i])) return;
		before = current;
		untrack(() => void again());
	});
	async function again() {
		await seeNow();
		await show(picked.id, picked.title);
	}

	/** Chosen by the person: what was typed before no longer counts. */
	function choose(id: string, title: string) {
		typedSince = false;
		return show(id, title);
	}
	/** Shows the text in a style; a newer choice is not waited for by an older one, nor overwritten by it. */
	async function show(id: string, title: string) {
		picked = { id, title };
		trouble = '';
		const mine = ++serial;
		const ref = { id, title, lang };
		const info = await service.styleInfo(ref);
		if (mine !== serial) return;
		if (!info.ok) return fail(info.message);
		const style = info.value;
		form = formIn(style, form);
		const placed = placeCitations(
			draft.store.doc,
			placementOf(style.placement, draft.settings),
			style.punctuationInQuote,
			undefined,
			draft.placement
		);
		const reading = readCitations(placed.doc, form, draft.resolve);
		const outcome = await service.once({
			style: ref,
			house: draft.house,
			clusters: reading.clusters,
			uncited: draft.uncited
		});
		if (mine !== serial) return;
		if (!outcome.ok) return fail(outcome.message);
		trouble = '';
		const citations = reading.citations.filter((c) => c.notePos < 0).length;
		then = {
			picked,
			form,
			lang,
			info: style,
			result: outcome.value,
			counts: {
				citations,
				notes: form === 'in-text' ? 0 : citations,
				moved: placed.steps.length,
				entries: outcome.value.bibliography?.length ?? 0
			}
		};
		if (useWhenSeen) return apply();
		clearTimeout(preparing);
		// who rests on a style may use it
		preparing = setTimeout(() => void draft.formatting.prepare(ref), 500);
	}
	function fail(message: string) {
		trouble = message;
		then = null;
		useWhenSeen = false;
	}

	async function stand(next: CitingForm) {
		const notes = next !== 'in-text';
		form = next;
		instead = '';
		if ((then?.info.class === 'note') === notes) {
			await show(picked.id, picked.title);
			return;
		}
		await catalogue.load();
		const near = nearestStyle(picked.id, catalogue.list, notes);
		if (!near) return;
		const name = featuredName(near.id) ?? near.title;
		instead = `${picked.title} has ${notes ? 'no notes' : 'notes only'}. The nearest style that cites ${notes ? 'in notes' : 'in the text'} is ${name}.`;
		await show(near.id, name);
	}

	/** Titles that the chosen style prints in sentence case. */
	const retitled = $derived(seen?.result.retitled?.on ? seen.result.retitled.titles.length : 0);
	const looked = $derived((titles === 'now' ? now : titles === 'then' ? then?.result : null)?.retitled ?? null);
	function exceptions(change: (words: string[]) => string[]) {
		draft.run(changeSettings({ house: { ...draft.house, capitals: change(draft.house.capitals) } }));
	}
	const sentence = $derived.by(() => {
		if (!seen) return trouble ? '' : `Loading ${picked.title}…`;
		const { id, form: standing, locale } = draft.docStyle;
		if (seen.picked.id === id && seen.form === standing && seen.lang === locale) return 'This is the style in use.';
		const entries = seen.result.bibliography === null ? null : seen.counts.entries;
		const note = form === 'endnotes' ? 'endnote' : 'footnote';
		return `${changeInWords({ ...seen.counts, entries }, draft.asNotes, seen.info.class === 'note', note)}.`;
	});

	/** Uses what is chosen; once it is shown, where it is not yet. */
	function apply() {
		useWhenSeen = !seen && !trouble;
		if (!seen || draft.readOnly) return;
		const { picked: chosen, info, form: standing, lang: language } = seen;
		noteUsed(chosen.id, chosen.title);
		draft.run(switchStyle({ ...info, id: chosen.id, title: chosen.title }, language, standing));
		onclose();
		draft.view?.focus();
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') onclose();
		if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
			const all = groups.flatMap((g) => g.rows);
			const at = all.findIndex((r) => r.id === picked.id);
			const next = all[Math.max(0, Math.min(all.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
			if (next) {
				e.preventDefault();
				void choose(next.id, next.name);
			}
		}
		if (e.key === 'Enter' && e.target === search) {
			e.preventDefault();
			void take();
		}
	}
	let timer: ReturnType<typeof setTimeout>;
	/** Something was typed that is not shown yet. */
	let typedSince = false;
	/** Uses what is chosen, or what was typed in the last moment: that is what is meant. */
	async function take() {
		// nothing matches: nothing is used
		if (typedSince && !(await showBest())) return;
		apply();
	}
	function typed() {
		typedSince = query.trim() !== '';
		clearTimeout(timer);
		timer = setTimeout(() => void showBest(), 120);
	}
	/** Shows what matches best, once there is a catalogue to look in. @returns whether there is one */
	async function showBest(): Promise<boolean> {
		clearTimeout(timer);
		await catalogue.load();
		if (!catalogue.has(query.trim())) await catalogue.whole();
		const best = groups[0]?.rows[0];
		if (!query.trim() || !best) return false;
		if (typedSince) void choose(best.id, best.name);
		return true;
	}
</script>

<div
	class="style-box panel"
	use:outside={(target) => {
		if (!target.closest('header')) onclose();
	}}
	role="dialog"
	aria-label="Citation style"
	tabindex="-1"
	onkeydown={keys}
>
	<div class="list">
		<Field
			bind:element={search}
			bind:value={query}
			oninput={typed}
			type="search"
			look="large"
			placeholder="Find a style: chicago notes, jour coast…"
			aria-label="Find a style"
		/>
		<StyleRows
			{groups}
			{query}
			picked={picked.id}
			onpick={(r) => {
				instead = '';
				void choose(r.id, r.name);
			}}
		/>
		<OwnRules {draft} titles={now?.retitled?.titles.length ?? 0} ontitles={() => (titles = 'now')} />
	</div>
	<div class="cmp">
		<PlaceCitations
			{form}
			{lang}
			note={instead || rules}
			onform={(f) => void stand(f)}
			onlang={(l) => {
				lang = l;
				void show(picked.id, picked.title);
			}}
		/>
		{#if trouble}
			<p class="none">{trouble}</p>
		{:else if looked}
			<TitleChanges
				titles={looked.titles}
				on={looked.on}
				capitals={draft.house.capitals}
				readOnly={draft.readOnly}
				onkeep={(w) => exceptions((list) => [...list, w])}
				onlower={(w) => exceptions((list) => list.filter((x) => x.toLowerCase() !== w.toLowerCase()))}
				onclose={() => (titles = '')}
			/>
		{:else}
			<StyleSides
				{draft}
				{now}
				then={then?.result ?? null}
				notes={then?.info.class === 'note'}
				title={then?.picked.title ?? picked.title}
			/>
		{/if}
		<StyleActs
			{sentence}
			retitled={titles ? 0 : retitled}
			ready={Boolean(seen)}
			readOnly={draft.readOnly}
			onsee={() => (titles = 'then')}
			onuse={apply}
			{onclose}
		/>
	</div>
</div>

<style>
	.panel {
		display: grid;
		grid-template-columns: 300px 1fr;
	}
	.list {
		border-right: 1px solid var(--line-soft);
		padding: 12px;
		display: flex;
		flex-direction: column;
		min-height: 0;
	}
	.cmp {
		padding: 16px 20px;
		display: flex;
		flex-direction: column;
		gap: 12px;
		min-height: 0;
	}
	.none {
		color: var(--ink-2);
		padding: 12px 8px;
	}
</style>
