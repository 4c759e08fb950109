<script lang="ts">
	/** The evidence strip: a manuscript as a line, every citation a tick, a diamond wherever something is to be checked. */
	import type { EvidenceStrip } from '$lib/data/db';
	interface Props {
		strip: EvidenceStrip;
		/** As it stands on top of Proof. */
		tall?: boolean;
		onpick?: (pos: number) => void;
	}
	let { strip, tall = false, onpick }: Props = $props();
	let width = $state(0);
	const W = $derived(width || 330);
	const H = $derived(tall ? 48 : 30);
	/** The line that everything stands on. */
	const base = $derived(H - 10);
	const top = (size: number) => base - (size > 2 ? 17 : size > 1 ? 14 : 9) * (tall ? 2 : 1);
	const words = $derived(
		`${strip.ticks.length} citation${strip.ticks.length === 1 ? '' : 's'} in ${strip.sections.length} section${strip.sections.length === 1 ? '' : 's'}, ${strip.checks.length} to check`
	);
	const sectionOf = (at: number) => strip.sections.findLast((s) => s.at <= at)?.title ?? 'Beginning';
	function pick(e: MouseEvent) {
		if (!onpick || !strip.ticks.length) return;
		const box = (e.currentTarget as Element).getBoundingClientRect();
		const at = (e.clientX - box.left) / box.width;
		const all = [...strip.ticks.map((t) => ({ at: t.at, pos: t.pos })), ...strip.checks];
		const near = all.reduce((a, b) => (Math.abs(b.at - at) < Math.abs(a.at - at) ? b : a));
		onpick(near.pos);
	}
</script>

<div bind:clientWidth={width}>
	<svg
		class="strip"
		viewBox="0 0 {W} {H}"
		style:height="{H}px"
		preserveAspectRatio="none"
		role="img"
		aria-label={words}
		onclick={pick}
		aria-hidden={undefined}
	>
		<line x1="0" x2={W} y1={base} y2={base} stroke="var(--line)" stroke-width="1.5" />
		{#each strip.sections as s, i (i)}
			<line x1={s.at * W} x2={s.at * W} y1={base} y2={base + 5} stroke="var(--line)" stroke-width="1.5"
				><title>{s.title}</title></line
			>
		{/each}
		{#each strip.ticks as t, i (i)}
			<line
				x1={Math.max(1, t.at * W)}
				x2={Math.max(1, t.at * W)}
				y1={base - 1}
				y2={top(t.size)}
				stroke="var(--verdigris)"
				stroke-width="2"><title>{sectionOf(t.at)}: {t.size} source{t.size === 1 ? '' : 's'}</title></line
			>
		{/each}
		{#each strip.checks as c, i (i)}
			<rect
				x={c.at * W - 3.6}
				y={base - 3.6}
				width="7.2"
				height="7.2"
				rx="1.4"
				transform="rotate(45 {c.at * W} {base})"
				fill="var(--marigold-dot)"><title>{c.what}</title></rect
			>
		{/each}
	</svg>
</div>

<style>
	.strip {
		width: 100%;
		display: block;
		overflow: visible;
	}
</style>
