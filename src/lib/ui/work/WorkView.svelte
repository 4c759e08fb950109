<script lang="ts">
	/** A bound work: chapters in order as one work, how they are numbered, what they share. */
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { changeKind, cleanPage, kindOf } from '$lib/core/page';
	import { newId } from '$lib/core/manuscript';
	import { originOf, textsOf, type Work, type WorkPart } from '$lib/core/work';
	import { addChapter, joinChapters } from '$lib/data/works';
	import { library } from '$lib/services/library.svelte';
	import { inBackground, unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import Bar from '../parts/Bar.svelte';
	import Lost from '../parts/Lost.svelte';
	import { many } from '../parts/many';
	import Strip from '../parts/Strip.svelte';
	import BindMore from './BindMore.svelte';
	import Deciding from './Deciding.svelte';
	import Parts from './Parts.svelte';
	import type { ChapterRow } from './work-facts';
	import type { Restyled } from './restyle';
	import { OpenWork, type Step } from './work.svelte';

	let { id }: { id: string } = $props();
	let open = $state.raw<OpenWork | null>(null);
	/** Manuscripts are chosen to be bound too. */
	let binding = $state(false);
	let asking = $state(false);
	const work = $derived(open?.work ?? null);
	const facts = $derived(open?.facts ?? null);
	const trouble = $derived(
		library.trouble ? 'This work cannot be read from this browser’s storage.' : (open?.trouble ?? '')
	);
	onMount(() => {
		let gone = false;
		inBackground(
			library.start().then(() => {
				if (!gone) open = new OpenWork(id);
			}),
			'The work could not be opened.'
		);
		return () => {
			gone = true;
			open?.stop();
		};
	});

	const change = (what: string, f: (now: Work) => Work) =>
		inBackground(open!.change(what, f), `${what}: that could not be kept. The work is as it was.`);
	async function undo(step?: Step) {
		const said = await open?.undo(step);
		if (said) toasts.say(said);
	}
	const parts = (f: (list: WorkPart[]) => WorkPart[]) => (w: Work) => ({ ...w, parts: f(w.parts) });
	async function remove(row: ChapterRow) {
		const name = row.part.t === 'part' ? row.part.title || 'The part' : (row.manuscript?.title ?? 'The chapter');
		const step = await open!.change(
			`“${name}” removed`,
			parts((list) => list.filter((p) => p.id !== row.part.id))
		);
		toasts.say(
			row.manuscript ? `“${name}” stands on the desk by itself again.` : `“${name}” is no part of the work any more.`,
			{ label: 'Undo', run: () => undo(step) }
		);
	}
	async function begin(numbered: boolean) {
		const m = await addChapter(work!, numbered);
		await goto(`/draft/${m.id}`);
	}

	/** What another step that goes to chapters too came to, with its way back. */
	function said(what: string, step: Step | undefined, { changed, left, undo: back }: Restyled) {
		const open_ = left.length ? ` Open in another tab and left as it is: ${left.map((t) => `“${t}”`).join(', ')}.` : '';
		const run = async () => {
			await undo(step);
			const kept = await back();
			if (kept.length) toasts.say(`Changed since, and left: ${kept.map((t) => `“${t}”`).join(', ')}.`);
		};
		toasts.say(`${what} in the work and ${many(changed.length, 'chapter')}.${open_}`, { label: 'Undo', run });
	}
	const sharing = () => textsOf(work!).flatMap((p) => (p.shares ? [p.manuscript] : []));
	async function restyle(style: { id: string; title: string }) {
		const answer = await open!.service.styleInfo({ ...style, lang: '' });
		if (!answer.ok) return toasts.say(`${answer.message} Nothing was changed.`);
		const { restyle: go, styleIn } = await import('./restyle');
		const info = answer.value;
		const done = await go(sharing(), info);
		const before = open!.style!;
		const step = await open!.change(`Style changed to ${info.title}`, (w) => ({
			...w,
			style: styleIn(info, before)
		}));
		said(`Style changed to ${info.title}`, step, done);
	}
	async function repaper(kind: string) {
		const { changePapers } = await import('./restyle');
		const name = kindOf(kind).name;
		const done = await changePapers(sharing(), (now) => ({ ...changeKind(cleanPage(now), kind) }));
		const step = await open!.change(`Kind of paper changed to ${name}`, (w) => ({
			...w,
			page: changeKind(w.page, kind)
		}));
		said(`Kind of paper changed to ${name}`, step, done);
	}
	async function join() {
		asking = false;
		try {
			const done = await joinChapters(id, open!.numeric);
			if (!done) return toasts.say('No chapter of this work is on the desk: there is nothing to join.');
			await goto(`/draft/${done.id}`);
			toasts.say('The chapters are one manuscript now; work and chapters are in the bin.', {
				label: 'Undo',
				run: async () => {
					await done.undo();
					await goto(`/work/${id}`);
				}
			});
		} catch (e) {
			toasts.say(unexpected(e, 'The chapters could not be joined. Nothing was changed.'));
		}
	}
	function pick(pos: number) {
		const at = open && facts && originOf(facts.origins, pos);
		if (at) void goto(`/draft/${at.manuscript}?at=${at.pos}`);
	}
	function keys(e: KeyboardEvent) {
		const typing = e.target instanceof HTMLElement && e.target.matches('input, textarea, select');
		if (typing || !(e.ctrlKey || e.metaKey) || e.shiftKey || e.key.toLowerCase() !== 'z') return;
		e.preventDefault();
		inBackground(undo(), 'That could not be taken back.');
	}
	const front = $derived(
		work
			? [
					'Title page',
					work.front.contents && 'contents',
					work.front.figures && 'list of figures',
					work.front.tables && 'list of tables'
				]
					.filter(Boolean)
					.join(', ')
			: ''
	);
</script>

<svelte:head><title>{work?.title ?? 'Bound work'} · Rapid Quill</title></svelte:head>
<svelte:window onkeydown={keys} />
<Bar here="Desk">
	{#if facts && !trouble}
		<Btn kind="quiet" href="/work/{id}/proof"
			>{#if facts.checks}<i class="diamond" aria-hidden="true"></i>&nbsp;{facts.checks} to check{:else}Proof{/if}</Btn
		>
		<Btn kind="primary" href="/work/{id}/hand-in">Hand in</Btn>
	{/if}
</Bar>
{#if trouble}
	<Lost {trouble} />
{:else if open && work && facts && open.style}
	<main class="bound">
		<div class="left">
			<h1 class="unseen">{work.title || 'Untitled work'}</h1>
			<Field
				look="quiet"
				class="work-title"
				shown={work.title}
				placeholder="What the work is called"
				aria-label="Title of the work"
				onchange={(e) => {
					const title = e.currentTarget.value.trim();
					change('Work renamed', (w) => ({ ...w, title }));
				}}
			/>
			<p class="lead">
				{many(textsOf(work).length, 'chapter')} · {many(facts.words, 'word')} · {many(facts.citations, 'citation')} of {many(
					facts.sources,
					'source'
				)} · {open.style.title}
			</p>
			<div class="strip"><Strip strip={facts.strip} onpick={pick} /></div>
			<div class="edge"><span>{front}</span></div>
			{#if facts.rows.length}
				<Parts
					rows={facts.rows}
					onorder={(list, what) =>
						change(
							what,
							parts(() => list)
						)}
					onpart={(part, f, what) =>
						change(
							what,
							parts((list) => list.map((p) => (p.id === part ? f(p) : p)))
						)}
					onremove={(row) => inBackground(remove(row), 'It could not be removed. The work is as it was.')}
				/>
			{:else}
				<p class="none">No chapter yet. Start one, or add a manuscript that you have.</p>
			{/if}
			<div class="edge">
				<span>{work.settings.list === 'chapters' ? 'A bibliography behind each chapter' : 'Bibliography'}</span>
				<span>{many(facts.sources, 'source')}</span>
			</div>
			<div class="acts">
				<Btn kind="ghost" onclick={() => inBackground(begin(true), 'The chapter could not be started.')}
					>Start a chapter</Btn
				>
				<Btn kind="ghost" onclick={() => (binding = true)}>Add a manuscript</Btn>
				<Btn kind="ghost" onclick={() => inBackground(begin(false), 'The text could not be started.')}
					>Start front matter</Btn
				>
				<Btn
					kind="ghost"
					onclick={() =>
						change(
							'Part added',
							parts((list) => [...list, { t: 'part', id: newId(), title: '' }])
						)}>Add a part</Btn
				>
				<Btn kind="quiet" onclick={() => (asking = true)} disabled={!facts.rows.length}>Join into one manuscript…</Btn>
			</div>
			{#if asking}
				<div class="ask" role="alertdialog" aria-label="Join into one manuscript">
					<p>
						The chapters become sections of one manuscript. Work and chapters go to the bin, and one press puts all
						back.
					</p>
					<Btn kind="primary" onclick={() => inBackground(join(), 'The chapters could not be joined.')}>Join them</Btn>
					<Btn kind="ghost" onclick={() => (asking = false)}>Leave it</Btn>
				</div>
			{/if}
			{#if binding}
				<BindMore
					bound={textsOf(work).map((p) => p.manuscript)}
					onclose={() => (binding = false)}
					ontake={(list, f) => {
						binding = false;
						change(list, parts(f));
					}}
				/>
			{/if}
		</div>
		<aside aria-label="How the work is made up">
			<Deciding
				{work}
				{facts}
				style={open.style}
				numeric={open.numeric}
				onchange={change}
				onstyle={(s) => restyle(s)}
				onkind={(k) => inBackground(repaper(k), 'The kind of paper could not be changed.')}
			/>
		</aside>
	</main>
	<footer class="page-foot">
		<span>{many(textsOf(work).length, 'chapter')}, {many(facts.sources, 'source')}</span>
		<span class="spacer"></span>
		{#if open.steps.length}
			<span role="status">{open.steps.at(-1)!.what}</span>
			<Btn kind="link" class="plain" keys="Ctrl Z" onclick={() => inBackground(undo(), 'That could not be taken back.')}
				>Undo</Btn
			>
		{/if}
		<span>Saved in this browser</span>
	</footer>
{:else}<main class="bound"><p role="status">Opening the work…</p></main>{/if}

<style>
	.bound {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 340px;
		gap: 44px;
		max-width: 1280px;
		margin: 0 auto;
		padding: 34px 40px 60px;
		min-height: calc(100vh - var(--bar) - var(--foot));
		align-content: start;
	}
	.left :global(.work-title) {
		font: 600 26px/1.25 var(--serif);
		letter-spacing: -0.01em;
		color: var(--ink);
		width: 100%;
		margin-left: -7px;
		text-overflow: ellipsis;
	}
	/* the field shows it; who reads by headings finds it here */
	.unseen {
		position: absolute;
		width: 1px;
		height: 1px;
		overflow: hidden;
		clip-path: inset(50%);
	}
	.lead {
		color: var(--ink-3);
		font-size: 13.5px;
		margin: 4px 0 18px;
	}
	.strip {
		margin-bottom: 14px;
	}
	.edge {
		display: flex;
		justify-content: space-between;
		padding: 12px 16px 12px 84px;
		border: 1px dashed var(--line);
		color: var(--ink-2);
		font-size: 13.5px;
	}
	.edge:first-of-type {
		border-radius: var(--r2) var(--r2) 0 0;
	}
	.none {
		background: var(--sheet);
		padding: 26px 24px;
		color: var(--ink-2);
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-top: 16px;
	}
	.ask {
		margin-top: 14px;
		padding: 14px 16px;
		border-radius: var(--r2);
		background: var(--sheet);
		border: 1px solid var(--line-soft);
	}
	.ask p {
		margin-bottom: 10px;
		color: var(--ink-2);
	}
	.spacer {
		flex: 1;
	}
	@media (max-width: 1000px) {
		.bound {
			grid-template-columns: minmax(0, 1fr);
			padding: 24px 20px 50px;
		}
		.edge {
			padding-left: 16px;
		}
	}
</style>
