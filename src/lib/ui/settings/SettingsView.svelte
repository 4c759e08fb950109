<script lang="ts">
	/** What is chosen once for all manuscripts, in one place. */
	import { onMount } from 'svelte';
	import { askPersistence, bytes, storageState, type StorageState } from '$lib/data/persist';
	import { offline, type Readiness } from '$lib/offline/offline.svelte';
	import { preferences } from '$lib/services/preferences.svelte';
	import { catalogue, FEATURED } from '$lib/services/style-catalogue.svelte';
	import { inBackground } from '$lib/services/problems';
	import { theme, type Theme } from '$lib/services/theme.svelte';
	import { LANGUAGES } from '../draft/languages';
	import Backup from '../sources/Backup.svelte';
	import Bar from '../parts/Bar.svelte';
	import FolderCopies from './FolderCopies.svelte';
	import Btn from '../kit/Btn.svelte';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import Choice from '../kit/Choice.svelte';
	import Alert from '../kit/Alert.svelte';

	const THEMES: { theme: Theme; name: string }[] = [
		{ theme: 'system', name: 'Same as the system' },
		{ theme: 'light', name: 'Light' },
		{ theme: 'dark', name: 'Dark' }
	];
	const OFFLINE: Record<Readiness, string> = {
		unknown: 'Not ready to work offline yet.',
		preparing: 'Getting ready to work offline…',
		ready: 'Ready to work offline: everything but look-up works without a connection.',
		partly: 'Works offline, but only with citation styles that were used here before.',
		none: 'This browser cannot keep the app for work offline.'
	};
	let disk = $state.raw<StorageState | null>(null);
	let asked = $state('');
	onMount(() => {
		inBackground(
			storageState().then((s) => (disk = s)),
			'The browser does not say how much is stored.'
		);
		inBackground(catalogue.load(), 'The catalogue of styles could not be loaded.');
		if (offline.readiness === 'unknown')
			inBackground(offline.prepare(), 'The app could not be made ready to work offline.');
	});
	function style(id: string) {
		const f = FEATURED.find((s) => s.id === id);
		const note = catalogue.byId.get(id)?.note ?? false;
		void preferences.set('newStyle', f ? { id, title: f.name, note } : null);
	}
	async function persist() {
		const yes = await askPersistence();
		disk = await storageState();
		asked = yes ? '' : 'The browser did not agree. A backup keeps your work in any case.';
	}
</script>

<svelte:head><title>Settings · Rapid Quill</title></svelte:head>
<Bar here="Settings" />
<main>
	<h1>Settings</h1>

	<section aria-labelledby="look">
		<h2 id="look">Appearance</h2>
		<div class="row" role="radiogroup" aria-label="Theme">
			<span>Theme</span>
			<div class="choices">
				{#each THEMES as t (t.theme)}
					<Choice name="theme" group={theme.choice} value={t.theme} onchange={() => theme.set(t.theme)}>{t.name}</Choice
					>
				{/each}
			</div>
		</div>
	</section>

	<section aria-labelledby="new">
		<h2 id="new">New manuscripts</h2>
		<p class="fine">Manuscripts you have already started stay as they are.</p>
		<div class="row">
			<label for="set-style">Citation style</label>
			<Pick id="set-style" value={preferences.newStyle?.id ?? ''} onchange={(e) => style(e.currentTarget.value)}>
				<option value="">As the kind of paper asks</option>
				{#each FEATURED as f (f.id)}<option value={f.id}>{f.name}</option>{/each}
			</Pick>
		</div>
		<div class="row">
			<label for="set-language">Language of terms and dates</label>
			<Pick
				id="set-language"
				value={preferences.newLocale}
				onchange={(e) => void preferences.set('newLocale', e.currentTarget.value)}
			>
				<option value="">Language of the style</option>
				{#each LANGUAGES as l (l.lang)}<option value={l.lang}>{l.name}</option>{/each}
			</Pick>
		</div>
		<div class="row">
			<label for="set-name">Your name</label>
			<Field
				id="set-name"
				look="large"
				aria-describedby="set-name-use"
				type="text"
				maxlength={200}
				autocomplete="name"
				shown={preferences.name}
				onchange={(e) => void preferences.set('name', e.currentTarget.value.trim())}
			/>
			<small id="set-name-use">Written into the files you hand in, as their author.</small>
		</div>
	</section>

	<section aria-labelledby="typing">
		<h2 id="typing">Typing</h2>
		<label class="tick"
			><Check
				checked={preferences.shapeMarks}
				onchange={(e) => void preferences.set('shapeMarks', e.currentTarget.checked)}
			/>
			Shape quotation marks, dashes and ellipses as the language has them</label
		>
		<p class="fine">One press of Backspace brings back what you typed.</p>
		<label class="tick"
			><Check
				checked={preferences.wholeText}
				onchange={(e) => void preferences.set('wholeText', e.currentTarget.checked)}
			/>
			Keep all of a long text in the page</label
		>
		<p class="fine">
			For screen readers, which cannot read what is not there. Very long manuscripts answer more slowly. It counts from
			the next time a manuscript is opened.
		</p>
	</section>

	<section aria-labelledby="storage">
		<h2 id="storage">Storage</h2>
		<p role="status">{OFFLINE[offline.readiness]}</p>
		{#if disk}
			<p>
				{#if disk.used !== null}{bytes(disk.used)} in use{#if disk.quota}, room for {bytes(disk.quota)}{/if}.{/if}
				{disk.persistent
					? 'The browser keeps your work even when room is short.'
					: 'The browser may clear your work when room is short.'}
			</p>
			{#if asked}<Alert>{asked}</Alert>{/if}
		{/if}
		<div class="acts">
			{#if disk && !disk.persistent}<Btn onclick={() => inBackground(persist(), 'The browser could not be asked.')}
					>Protect my work</Btn
				>{/if}
			<Backup />
		</div>
	</section>

	<FolderCopies />
</main>

<style>
	main {
		max-width: 720px;
		margin: 0 auto;
		padding: 30px 24px 60px;
	}
	h1 {
		font: 600 24px/1.25 var(--serif);
	}
	h2 {
		font: 600 16px/1.3 var(--serif);
		margin: 0 0 10px;
	}
	section {
		padding: 20px 0;
		border-bottom: 1px solid var(--line);
	}
	section:last-child {
		border-bottom: 0;
	}
	.row {
		display: grid;
		grid-template-columns: 220px minmax(0, 320px);
		gap: 4px 16px;
		align-items: center;
		padding: 6px 0;
		color: var(--ink-2);
	}
	.row small {
		grid-column: 2;
		color: var(--ink-3);
		font-size: var(--small);
	}
	.choices {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 18px;
	}
	.tick {
		display: flex;
		gap: 8px;
		align-items: center;
		color: var(--ink);
	}
	p {
		color: var(--ink-2);
		margin-bottom: 8px;
	}
	.fine {
		color: var(--ink-3);
		font-size: var(--small);
		margin: 4px 0 6px;
	}
	.acts {
		display: flex;
		gap: 16px;
		align-items: center;
		margin-top: 12px;
		color: var(--verdigris-strong);
	}
	@media (max-width: 620px) {
		.row {
			grid-template-columns: 1fr;
		}
		.row small {
			grid-column: 1;
		}
	}
</style>
