/** An hour's editing in minutes, from seeds: `CHAOS=20 npx playwright test chaos` for twenty of them, one here. */
import { expect, test, type Page } from '@playwright/test';
import { Chaos, NETWORK } from './chaos';

const SEEDS = Number(process.env.CHAOS ?? 1);
const FIRST = Number(process.env.CHAOS_FIRST ?? 1);
const STEPS = Number(process.env.CHAOS_STEPS ?? (SEEDS > 1 ? 70 : 30));

for (let seed = FIRST; seed < FIRST + SEEDS; seed++)
	test(`whatever happens while somebody writes, the text is what was written (seed ${seed})`, async ({
		page,
		context
	}) => {
		test.setTimeout(STEPS * 60_000);
		await context.grantPermissions(['clipboard-read', 'clipboard-write']);
		const seen: string[] = [];
		const watch = (p: Page) => {
			p.on('console', (m) => {
				if (m.type() === 'error' && !NETWORK.some((r) => r.test(m.text()))) seen.push(m.text());
			});
			p.on('pageerror', (e) => seen.push(String(e)));
		};
		const chaos = new Chaos(page, context, seed, watch);
		await chaos.begin();
		await chaos.run(STEPS);
		await chaos.end();
		expect(seen, `nothing reached the console (${chaos.log.join(', ')})`).toEqual([]);
	});
