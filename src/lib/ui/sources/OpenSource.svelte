<script lang="ts">
	/** A source opened in place: fields on the left; how it prints and where it is cited on the right. */
	import { breakable } from '../parts/breakable';
	import { Select } from 'flowbite-svelte';
	import type { Item, Name } from '$lib/core/csl';
	import { FIELDS, fieldNamed, kindOf, KINDS, readDate, writeDate, type Source } from '$lib/core/source';
	import { KeyTaken, saveSource } from '$lib/data/sources';
	import type { Use } from '$lib/data/uses';
	import { copyRich } from '../clipboard';
	import { toasts } from '../toasts.svelte';
	import Btn from '../parts/Btn.svelte';
	import NamesField from './NamesField.svelte';
	import { sourcePreview } from './preview.svelte';

	let { source, uses, onremove }: { source: Source; uses: Use[]; onremove: () => void } = $props();
	let more = $state(false);
	let printed = $state.raw<{ citation: string; entry: string; text: string } | null>(null);
	let keyProblem = $state('');
	let problem = $state('');

	const kind = $derived(kindOf(source.item.type));
	const first = $derived(kind.fields);
	const filled = $derived(
		FIELDS.filter(
			(f) => !first.includes(f.name) && source.item[f.name] !== undefined && source.item[f.name] !== ''
		).map((f) => f.name)
	);
	const rest = $derived(FIELDS.filter((f) => !first.includes(f.name) && !filled.includes(f.name)).map((f) => f.name));
	const visible = $derived([...first, ...filled, ...(more ? rest : [])]);

	$effect(() => {
		const item = $state.snapshot(source.item) as Item;
		let stale = false;
		void sourcePreview.show(item).then((p) => {
			if (!stale) printed = p;
		});
		return () => (stale = true);
	});

	async function put(change: Partial<Source>) {
		problem = '';
		const next = { ...($state.snapshot(source) as Source), ...change };
		const { itemFaults } = await import('$lib/core/source/validate');
		const faults = itemFaults({ ...next.item, id: next.id });
		if (faults.length) {
			problem = `This was not kept: ${faults[0].field}: ${faults[0].message}`;
			return;
		}
		try {
			await saveSource(next);
			keyProblem = '';
		} catch (e) {
			if (e instanceof KeyTaken) keyProblem = e.message;
			else throw e;
		}
	}
	function setField(name: string, value: unknown) {
		const item = { ...($state.snapshot(source.item) as Item) };
		if (value === '' || value === null || (Array.isArray(value) && !value.length)) delete item[name];
		else item[name] = value;
		if (JSON.stringify(item[name]) !== JSON.stringify(source.item[name])) void put({ item });
	}
	function text(name: string) {
		const v = source.item[name];
		return typeof v === 'string' || typeof v === 'number' ? String(v) : '';
	}
	async function copy(what: 'citation' | 'entry') {
		if (!printed) return;
		const html = printed[what];
		await copyRich(
			`<p>${html}</p>`,
			what === 'entry' ? printed.text : new DOMParser().parseFromString(html, 'text/html').body.textContent!
		);
		toasts.say(`The ${what} is on the clipboard.`);
	}
	const places = $derived(Object.entries(Object.groupBy(uses, (u) => u.manuscriptId)) as [string, Use[]][]);
</script>

<div class="in">
	<div class="fields">
		<div class="f">
			<label for="kind-{source.id}">Kind</label>
			<Select
				id="kind-{source.id}"
				size="sm"
				class="plain"
				value={source.item.type}
				items={KINDS.map((k) => ({ value: k.type, name: k.name }))}
				onchange={(e) =>
					void put({
						item: { ...($state.snapshot(source.item) as Item), type: (e.currentTarget as HTMLSelectElement).value }
					})}
			/>
		</div>
		{#each visible as name (name)}
			{@const f = fieldNamed(name)}
			<div class="f">
				{#if f.kind === 'names'}
					<span class="label" id="l-{source.id}-{name}">{f.label}</span>
					<NamesField
						names={(source.item[name] as Name[]) ?? []}
						label={f.label}
						example={f.example}
						onchange={(v) => setField(name, v)}
					/>
				{:else}
					<label for="f-{source.id}-{name}">{f.label}</label>
					{#if f.kind === 'long'}
						<textarea
							id="f-{source.id}-{name}"
							rows="2"
							value={text(name)}
							onchange={(e) => setField(name, e.currentTarget.value.trim())}></textarea>
					{:else if f.kind === 'date'}
						<input
							id="f-{source.id}-{name}"
							value={writeDate(source.item[name])}
							placeholder={f.example}
							onchange={(e) => setField(name, readDate(e.currentTarget.value))}
						/>
					{:else}
						<input
							id="f-{source.id}-{name}"
							value={text(name)}
							placeholder={f.example}
							onchange={(e) => setField(name, e.currentTarget.value.trim())}
						/>
					{/if}
				{/if}
			</div>
		{/each}
		<div class="f">
			<label for="key-{source.id}">Cite key</label>
			<input
				id="key-{source.id}"
				value={source.key}
				aria-describedby={keyProblem ? `keyp-${source.id}` : undefined}
				onchange={(e) => {
					const key = e.currentTarget.value.trim();
					if (key && !/[\s;|{}@,]/.test(key)) void put({ key });
					else keyProblem = 'A key is one word without ; | { } @ or commas.';
				}}
			/>
		</div>
		{#if keyProblem}<p class="problem" id="keyp-{source.id}">{keyProblem}</p>{/if}
		<div class="f">
			<label for="tags-{source.id}">Tags</label>
			<input
				id="tags-{source.id}"
				value={source.tags.join(', ')}
				placeholder="gas, maps"
				onchange={(e) =>
					void put({
						tags: e.currentTarget.value
							.split(',')
							.map((t) => t.trim())
							.filter(Boolean)
					})}
			/>
		</div>
		<div class="f">
			<label for="ann-{source.id}">Annotation</label>
			<textarea
				id="ann-{source.id}"
				rows="2"
				value={source.annotation}
				onchange={(e) => void put({ annotation: e.currentTarget.value.trim() })}></textarea>
		</div>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<p class="end">
			<button type="button" class="link" onclick={() => (more = !more)}
				>{more ? 'Fewer fields' : `${rest.length} more fields`}</button
			>
			<span
				>{source.excerpts.length
					? `${source.excerpts.length} excerpt${source.excerpts.length === 1 ? '' : 's'} · `
					: ''}{source.shelves.join(', ')}</span
			>
			<Btn kind="quiet" onclick={onremove}>Delete</Btn>
		</p>
	</div>
	<div class="side">
		<!-- eslint-disable svelte/no-at-html-tags -- written by the processor's HTML writer, which escapes data -->
		<div class="proof" aria-live="polite">
			<small>In {sourcePreview.style.title}</small>
			{#if printed}
				<p>{@html breakable(printed.citation)}</p>
				<div class="entry">{@html printed.entry}</div>
				<p class="copy">
					<Btn kind="quiet" onclick={() => copy('citation')}>Copy the citation</Btn>
					<Btn kind="quiet" onclick={() => copy('entry')}>Copy the entry</Btn>
				</p>
			{:else}<p>…</p>{/if}
		</div>
		<!-- eslint-enable svelte/no-at-html-tags -->
		<div class="places">
			{#each places as [id, list] (id)}
				<small
					>Cited {list.length === 1 ? 'once' : `${list.length} times`} in
					<a href="/draft/{id}">{list[0].title}</a></small
				>
				{#each list.slice(0, 4) as u, i (i)}<p>{u.words || 'At the beginning of a paragraph'}</p>{/each}
			{:else}
				<small>Not cited in any manuscript</small>
			{/each}
		</div>
	</div>
</div>

<style>
	.in {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 430px);
		gap: 36px;
		padding: 4px 12px 0 50px;
	}
	.f {
		display: grid;
		grid-template-columns: 110px 1fr;
		gap: 10px;
		padding: 2px 0;
		border-bottom: 1px solid var(--line-soft);
		font-size: 13px;
		align-items: baseline;
	}
	label,
	.label {
		color: var(--ink-3);
	}
	input,
	textarea {
		font: 400 13px/1.4 var(--sans);
		background: none;
		color: var(--ink);
		border: 1px solid transparent;
		border-radius: var(--r1);
		padding: 4px 6px;
		width: 100%;
		resize: vertical;
	}
	input::placeholder {
		color: var(--ink-3);
		opacity: 0.75;
	}
	input:hover,
	textarea:hover {
		border-color: var(--line);
	}
	input:focus,
	textarea:focus {
		border-color: var(--verdigris);
		box-shadow: none;
		outline: none;
		background: var(--desk-raised);
	}
	.end {
		display: flex;
		gap: 14px;
		align-items: center;
		padding-top: 8px;
		color: var(--ink-3);
		font-size: 13px;
	}
	.end span {
		flex: 1;
	}
	.link {
		color: var(--verdigris-strong);
		text-decoration: underline;
		cursor: pointer;
		text-underline-offset: 3px;
	}
	.problem {
		color: var(--madder);
		font-size: 12.5px;
		padding: 4px 0 4px 120px;
	}
	.proof {
		background: var(--desk-raised);
		border-radius: var(--r2);
		padding: 12px 14px 6px;
		font: 400 14px/1.5 var(--serif);
		overflow-wrap: anywhere;
	}
	.proof .entry {
		padding-left: 1.4em;
		text-indent: -1.4em;
		margin-top: 6px;
	}
	.proof small,
	.places small {
		display: block;
		font: 500 var(--tiny) / 1.3 var(--sans);
		color: var(--ink-3);
		margin-bottom: 7px;
	}
	.copy {
		margin: 6px -8px 0;
	}
	.places {
		padding: 14px 14px 0;
		font-size: 13px;
		color: var(--ink-2);
	}
	.places p {
		margin-bottom: 6px;
		font: 400 13px/1.4 var(--serif);
	}
	.places a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
	@media (max-width: 1000px) {
		.in {
			grid-template-columns: 1fr;
			padding-left: 12px;
			gap: 16px;
		}
	}
</style>
