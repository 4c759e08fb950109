<script lang="ts">
	/** Our mark: a nib drawn from a pair of quotation marks. */
	let { size = 26 }: { size?: number } = $props();
</script>

<svg viewBox="0 0 32 32" width={size} height={size} aria-hidden="true">
	<path d="M5 6h9.2v8.2c0 5.6-2.6 9.6-8.2 11.8 2.2-2.9 3-5.4 2.9-8.1H5z" fill="var(--verdigris)" />
	<path d="M17.8 6H27v8.2c0 5.6-2.6 9.6-8.2 11.8 2.2-2.9 3-5.4 2.9-8.1h-3.9z" fill="var(--ink)" />
	<circle cx="22.6" cy="11.2" r="1.5" fill="var(--desk)" />
</svg>
