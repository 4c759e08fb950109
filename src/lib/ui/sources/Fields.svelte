<script lang="ts">
	import { fromAction } from 'svelte/attachments';
	/** The form of a source: the fields its kind usually has first, the rest on request. */
	import { tick } from 'svelte';
	import { NAME_VARIABLES, type Item, type Name } from '$lib/core/csl';
	import {
		FIELDS,
		fieldNamed,
		isEmpty,
		kindOf,
		KINDS,
		labelOf,
		readDate,
		writeDate,
		type Source
	} from '$lib/core/source';
	import Btn from '../kit/Btn.svelte';
	import type { LibraryView } from './library-view.svelte';
	import { originWords } from './origin-words';
	import type { Put } from './change';
	import NamesField from './NamesField.svelte';
	import { sourcePreview } from './preview.svelte';
	import { typed } from './typed';
	import Field from '../kit/Field.svelte';
	import Words from '../kit/Words.svelte';
	import Pick from '../kit/Pick.svelte';
	import Alert from '../kit/Alert.svelte';

	interface Props {
		source: Source;
		view: LibraryView;
		put: Put;
		problem: string;
		keyProblem: string;
		/** A field to be shown and gone to. */
		wanted: string;
		onremove: () => void;
	}
	let { source, view, put, problem, keyProblem, wanted, onremove }: Props = $props();
	let more = $state(false);
	let extra = $state.raw<string[]>([]);
	let badKey = $state('');
	/** Fields that are filled and that this kind does not print. */
	let silent = $state.raw<string[]>([]);

	const WEB = new Set(['webpage', 'post', 'post-weblog']);
	const first = $derived(kindOf(source.item.type).fields);
	const filled = $derived(
		FIELDS.filter((f) => !first.includes(f.name) && !extra.includes(f.name) && !isEmpty(source.item[f.name])).map(
			(f) => f.name
		)
	);
	const others = $derived(
		FIELDS.filter((f) => !first.includes(f.name) && !filled.includes(f.name) && !extra.includes(f.name)).map(
			(f) => f.name
		)
	);
	const visible = $derived([...first, ...extra.filter((f) => !first.includes(f)), ...filled, ...(more ? others : [])]);
	const roles = $derived(
		others.filter((f) => NAME_VARIABLES.has(f)).map((f) => ({ value: f, name: fieldNamed(f).label }))
	);
	/** What came from a file and is no field of ours. */
	const kept = $derived.by(() => {
		const c = source.item.custom as Record<string, { fields?: Record<string, string>; rows?: string[][] }> | undefined;
		if (!c) return [];
		return Object.entries(c).flatMap(([format, v]) =>
			Object.keys(v?.fields ?? {})
				.concat(Array.isArray(v) ? v.map((r) => String((r as string[])[0])) : (v?.rows ?? []).map((r) => r[0]))
				.map((f) => `${f} (${format})`)
		);
	});

	$effect(() => {
		if (wanted) void goTo(wanted.split(' ')[0]);
	});
	async function goTo(field: string) {
		if (!visible.includes(field)) extra = [...extra, field];
		await tick();
		document
			.querySelector<HTMLElement>(`[id="f-${source.id}-${field}"], [id="n-${source.id}-${field}"] input`)
			?.focus();
	}

	async function setKind(type: string) {
		let item: Item = source.item;
		await put((s) => {
			item = { ...s.item, type };
			if (WEB.has(type) && item.URL) item.accessed ??= today();
			return { ...s, item };
		}, 'Changed a kind');
		const full = FIELDS.filter((f) => !isEmpty(item[f.name]) && !/^(?:abstract|note|language)$/.test(f.name)).map(
			(f) => f.name
		);
		const printed = await sourcePreview.printed($state.snapshot(item) as Item, full);
		silent = full.filter((f) => !printed.has(f) && !kindOf(type).fields.includes(f));
	}
	const today = () => {
		const d = new Date();
		return { 'date-parts': [[d.getFullYear(), d.getMonth() + 1, d.getDate()]] };
	};
	function setField(name: string, value: unknown): Promise<void> {
		return put((s) => {
			const item: Item = { ...s.item };
			if (isEmpty(value)) delete item[name];
			else item[name] = value;
			if (name === 'URL' && value && WEB.has(item.type)) item.accessed ??= today();
			return JSON.stringify(item) === JSON.stringify(s.item) ? s : { ...s, item };
		});
	}
	function setKey(text: string): Promise<void> | void {
		const key = text.trim();
		badKey = key && !/[\s;|{}@,]/.test(key) ? '' : 'A key is one word without ; | { } @ or commas.';
		if (!badKey) return put({ key });
	}
	const text = (name: string) => {
		const v = source.item[name];
		return typeof v === 'string' || typeof v === 'number' ? String(v) : '';
	};
	const list = (s: string) => [
		...new Set(
			s
				.split(',')
				.map((t) => t.trim())
				.filter(Boolean)
		)
	];
	const literal = (v: unknown) => Boolean(v && typeof v === 'object' && 'literal' in v);
</script>

<div class="fields">
	<div class="f">
		<label for="kind-{source.id}">Kind</label>
		<Pick
			id="kind-{source.id}"
			look="plain"
			value={source.item.type}
			items={KINDS.map((k) => ({ value: k.type, name: k.name }))}
			onchange={(e) => void setKind(e.currentTarget.value)}
		/>
	</div>
	{#if silent.length}
		<p class="note" role="status">
			Kept, though {sourcePreview.style.title} does not print it for a {kindOf(source.item.type).name.toLowerCase()}: {silent
				.map((f) => labelOf(source.item.type, f).toLowerCase())
				.join(', ')}.
		</p>
	{/if}
	{#each visible as name (name)}
		{@const f = fieldNamed(name)}
		{@const label = labelOf(source.item.type, name)}
		<div class="f">
			{#if f.kind === 'names'}
				<span class="label">{label}</span>
				<div id="n-{source.id}-{name}">
					<NamesField
						names={(source.item[name] as Name[]) ?? []}
						{label}
						example={f.example}
						onchange={(v) => setField(name, v)}
					/>
				</div>
			{:else}
				<label for="f-{source.id}-{name}">{label}</label>
				{#if f.kind === 'long'}
					<Words
						look="quiet"
						id="f-{source.id}-{name}"
						rows={2}
						{@attach fromAction(typed, () => ({ value: text(name), commit: (v) => setField(name, v.trim()) }))}
					/>
				{:else if f.kind === 'date'}
					<span class="date">
						<Field
							look="quiet"
							id="f-{source.id}-{name}"
							placeholder={f.example}
							{@attach fromAction(typed, () => ({
								value: writeDate(source.item[name]),
								commit: (v) => setField(name, readDate(v))
							}))}
						/>
						{#if literal(source.item[name])}<small>no date that sorts; printed as it stands</small>{/if}
					</span>
				{:else}
					<Field
						look="quiet"
						id="f-{source.id}-{name}"
						placeholder={f.example}
						{@attach fromAction(typed, () => ({ value: text(name), commit: (v) => setField(name, v.trim()) }))}
					/>
				{/if}
			{/if}
		</div>
	{/each}
	{#if roles.length && !more}
		<div class="f">
			<label for="role-{source.id}">Another role</label>
			<Pick
				id="role-{source.id}"
				look="plain"
				value=""
				items={[{ value: '', name: 'Editor, translator, …' }, ...roles]}
				onchange={(e) => {
					const el = e.currentTarget;
					if (el.value) void goTo(el.value);
					el.value = '';
				}}
			/>
		</div>
	{/if}
	<div class="f">
		<label for="key-{source.id}">Cite key</label>
		<Field
			look="quiet"
			id="key-{source.id}"
			aria-describedby={keyProblem || badKey ? `keyp-${source.id}` : undefined}
			{@attach fromAction(typed, () => ({ value: source.key, commit: setKey }))}
		/>
	</div>
	{#if keyProblem || badKey}<p class="problem" id="keyp-{source.id}">{badKey || keyProblem}</p>{/if}
	<div class="f">
		<label for="tags-{source.id}">Tags</label>
		<Field
			look="quiet"
			id="tags-{source.id}"
			placeholder="gas, maps"
			{@attach fromAction(typed, () => ({ value: source.tags.join(', '), commit: (v) => put({ tags: list(v) }) }))}
		/>
	</div>
	<div class="f">
		<label for="shelves-{source.id}">Shelves</label>
		<Field
			look="quiet"
			id="shelves-{source.id}"
			placeholder="Chapter 2, Shore ecology"
			{@attach fromAction(typed, () => ({
				value: source.shelves.join(', '),
				commit: (v) => put({ shelves: list(v) })
			}))}
		/>
	</div>
	<div class="f">
		<label for="ann-{source.id}">Annotation</label>
		<Words
			look="quiet"
			id="ann-{source.id}"
			rows={2}
			{@attach fromAction(typed, () => ({ value: source.annotation, commit: (v) => put({ annotation: v.trim() }) }))}
		/>
	</div>
	{#if problem}<div class="problem"><Alert>{problem}</Alert></div>{/if}
	{#if kept.length}<p class="note">
			Also kept from its file, and given back on export: {kept.slice(0, 8).join(', ')}{kept.length > 8
				? ` and ${kept.length - 8} more`
				: ''}.
		</p>{/if}
	<p class="end">
		<Btn kind="link" onclick={() => (more = !more)}>{more ? 'Fewer fields' : `${others.length} more fields`}</Btn>
		<span class="spacer"></span>
		<Btn
			kind="quiet"
			pressed={Boolean(source.flagged)}
			onclick={() =>
				void put(
					{ flagged: source.flagged ? undefined : true },
					source.flagged ? 'Unflagged a source' : 'Flagged a source'
				)}>{source.flagged ? 'Unflag' : 'Flag'}</Btn
		>
		<Btn kind="quiet" onclick={onremove}>Delete</Btn>
	</p>
	<small class="origin"
		><span>{originWords(source.origin)}</span>{view.shelves.length && !source.shelves.length
			? ' · on no shelf'
			: ''}</small
	>
</div>

<style>
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
	.date {
		display: flex;
		align-items: baseline;
		gap: 8px;
	}
	.date small,
	.origin span {
		display: inline-block;
	}
	.origin span::first-letter {
		text-transform: uppercase;
	}
	.origin {
		color: var(--ink-3);
		font-size: 12px;
		white-space: nowrap;
	}
	.end {
		display: flex;
		gap: 4px;
		align-items: center;
		padding-top: 8px;
		color: var(--ink-3);
		font-size: 13px;
	}
	.spacer {
		flex: 1;
	}
	.problem {
		color: var(--madder);
		font-size: 12.5px;
		padding: 4px 0 4px 120px;
	}
	.note {
		color: var(--ink-3);
		font-size: 12.5px;
		padding: 6px 0;
	}
</style>
