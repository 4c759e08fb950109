<script lang="ts">
	/** How recent what is cited is: cited sources by year. */
	import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
	import type { Ledger } from '$lib/core/proof';
	let { years }: { years: Ledger['years'] } = $props();
	Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

	const called = (y: Ledger['years'][number]) =>
		y.from === y.to ? String(y.from) : y.to - y.from === 9 ? `${y.from}s` : `${y.from}–${y.to}`;
	const words = $derived(
		years
			.filter((y) => y.sources)
			.map((y) => `${called(y)}: ${y.sources}`)
			.join(', ')
	);
	function chart(canvas: HTMLCanvasElement, list: Ledger['years']) {
		const draw = (data: Ledger['years']) => {
			const css = getComputedStyle(canvas);
			const [bar, ink, line] = ['--verdigris', '--ink-3', '--line-soft'].map((v) => css.getPropertyValue(v));
			const font = { family: css.getPropertyValue('--sans'), size: 11 };
			return new Chart(canvas, {
				type: 'bar',
				data: {
					labels: data.map(called),
					datasets: [
						{ data: data.map((y) => y.sources), backgroundColor: bar, barPercentage: 0.9, categoryPercentage: 0.9 }
					]
				},
				options: {
					animation: false,
					maintainAspectRatio: false,
					plugins: {
						legend: { display: false },
						tooltip: {
							displayColors: false,
							callbacks: { label: (i) => `${i.parsed.y} ${i.parsed.y === 1 ? 'source' : 'sources'}` }
						}
					},
					scales: {
						x: {
							grid: { display: false },
							border: { color: line },
							ticks: { color: ink, font, maxRotation: 0, autoSkipPadding: 14 }
						},
						y: {
							grid: { color: line },
							border: { display: false },
							ticks: { color: ink, font, precision: 0, maxTicksLimit: 4 }
						}
					}
				}
			});
		};
		let shown = draw(list);
		const again = (next: Ledger['years']) => {
			shown.destroy();
			shown = draw(next);
		};
		// colours follow the theme
		const theme = new MutationObserver(() => again(list));
		theme.observe(document.documentElement, { attributeFilter: ['class'] });
		return {
			update(next: Ledger['years']) {
				list = next;
				again(next);
			},
			destroy() {
				theme.disconnect();
				shown.destroy();
			}
		};
	}
</script>

<div class="years" role="img" aria-label="Cited sources by year: {words}">
	<canvas use:chart={years} aria-hidden="true"></canvas>
</div>

<style>
	.years {
		height: 132px;
		position: relative;
	}
</style>
