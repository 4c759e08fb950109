/**
 * Somebody who writes, cites, cuts, pastes, switches and undoes while pages go, tabs come, networks fail and disks are
 * full. A model says what the text is; after each thing that is done the text must be that.
 */
import { expect, type BrowserContext, type Page } from '@playwright/test';
import { fullDisk, openDesk } from './helpers';

/** Words and citations in order; where spaces and marks stand is the business of placement. */
type Token = string;
type Model = { paragraphs: Token[][]; style: string };

/** A generator of numbers that is the same for the same seed (mulberry32). */
function seeded(seed: number): () => number {
	let a = seed >>> 0;
	return () => {
		a = (a + 0x6d2b79f5) >>> 0;
		let t = Math.imul(a ^ (a >>> 15), a | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

const STYLES = ['APA 7th', 'IEEE', 'Vancouver', 'Chicago 17th, full note', 'MLA 9th'] as const;
const SOURCES = ['abara1931', 'sund1929', 'nakagawa2021', 'okonjo2019'];
/** What the browser itself says of a network that fails. */
export const NETWORK = [/Failed to load resource/, /net::ERR/, /ERR_INTERNET_DISCONNECTED/];

const sheet = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const clone = (m: Model): Model => structuredClone(m);

/** What the sheet says, as the model has it. */
const read = (page: Page): Promise<Token[][]> =>
	sheet(page).evaluate((root) =>
		[...root.children]
			.filter((p) => p.nodeName === 'P')
			.map((p) => {
				const out: string[] = [];
				const walk = (n: Node) => {
					if (n instanceof HTMLElement && n.dataset.sources !== undefined) out.push(`<${n.dataset.sources}>`);
					else if (n.nodeType === Node.TEXT_NODE) out.push(...(n.textContent ?? '').split(/\s+/).filter(Boolean));
					else n.childNodes.forEach(walk);
				};
				walk(p);
				return out;
			})
	);

/** Puts the caret at the end of a paragraph, or selects all of it. */
async function caret(page: Page, paragraph: number, all = false): Promise<void> {
	await sheet(page).evaluate(
		(root, [at, whole]) => {
			const p = [...root.children].filter((c) => c.nodeName === 'P')[at as number];
			(root as HTMLElement).focus();
			const range = document.createRange();
			range.selectNodeContents(p);
			if (!whole) range.collapse(false);
			const sel = getSelection()!;
			sel.removeAllRanges();
			sel.addRange(range);
			document.dispatchEvent(new Event('selectionchange'));
		},
		[paragraph, all] as const
	);
}

export class Chaos {
	private model: Model = { paragraphs: [[]], style: 'APA 7th' };
	/** Every state that was; undo may lead to any of them and to no other. */
	private history: Model[] = [clone(this.model)];
	private words = 0;
	private url = '';
	private offline = false;
	private failing = false;
	private full = false;
	readonly log: string[] = [];
	private readonly random: () => number;
	/** What the network does is drawn apart, so that a seed does the same things whenever requests come. */
	private readonly weather: () => number;

	constructor(
		private page: Page,
		private readonly context: BrowserContext,
		seed: number,
		private readonly watch: (page: Page) => void
	) {
		this.random = seeded(seed);
		this.weather = seeded(seed + 1_000_000);
	}

	private pick<T>(list: readonly T[]): T {
		return list[Math.floor(this.random() * list.length)];
	}
	private get some(): number {
		return Math.floor(this.random() * this.model.paragraphs.length);
	}

	async begin(): Promise<void> {
		await this.prepare(this.page);
		await openDesk(this.page);
		await this.page.getByRole('button', { name: 'New manuscript' }).click();
		await expect(sheet(this.page)).toBeFocused();
		await this.page.keyboard.type('Chaos');
		await this.page.keyboard.press('Enter');
		await expect(this.page.getByText('Saved', { exact: true })).toBeVisible();
		this.url = this.page.url();
		this.model.paragraphs = await read(this.page);
		// before the title was ended there was one paragraph
		this.history = [{ ...clone(this.model), paragraphs: [[]] }, clone(this.model)];
	}

	private async prepare(page: Page): Promise<void> {
		this.watch(page);
		page.on('dialog', (d) => void d.accept().catch(() => undefined));
		await page.route('**/styles/*.json', async (r) => {
			if (this.failing && !r.request().url().includes('index')) {
				// now slow, now broken
				if (this.weather() < 0.5) return r.fulfill({ status: 500, body: 'no' });
				await new Promise((ok) => setTimeout(ok, 600));
			}
			await r.continue().catch(() => undefined);
		});
	}

	/** Does so many things, each looked at. */
	async run(steps: number): Promise<void> {
		for (let i = 0; i < steps; i++) {
			const [name, act] = this.pick(this.acts);
			this.log.push(name);
			await act.call(this);
			await this.check();
		}
	}

	/** Everything works again; in the end text, style and list agree, and a reload changes nothing. */
	async end(): Promise<void> {
		this.log.push('end');
		this.failing = false;
		await this.context.setOffline((this.offline = false));
		await this.disk(false);
		const { page } = this;
		await expect(page.getByText('Saved', { exact: true })).toBeVisible();
		await expect(page.locator('.banner').filter({ hasText: 'tried again' })).toHaveCount(0);
		await page.reload();
		await this.check();
		await expect(page.locator('.pending')).toHaveCount(0);
		const cited = new Set(this.model.paragraphs.flat().filter((t) => t.startsWith('<')));
		if (cited.size) await expect(page.locator('.cite').first()).not.toBeEmpty();
	}

	private async check(): Promise<void> {
		const wanted = this.model.paragraphs;
		try {
			await expect.poll(() => read(this.page)).toEqual(wanted);
			await expect(this.page.getByRole('button', { name: /^Citation style/ })).toContainText(this.model.style);
		} catch (e) {
			throw new Error(`After ${this.log.join(', ')}:\n${(e as Error).message}`, { cause: e });
		}
	}

	private did(): void {
		this.history.push(clone(this.model));
	}

	/** A word is typed; what was saved in the middle of it is a state that undo may lead to. */
	private async word(paragraph: number, space = ' '): Promise<void> {
		const word = `w${++this.words}`;
		const tokens = this.model.paragraphs[paragraph];
		for (let i = 1; i <= word.length; i++) {
			tokens[i === 1 ? tokens.length : tokens.length - 1] = word.slice(0, i);
			this.did();
		}
		await this.page.keyboard.type(space + word);
	}

	// --- what is done -----------------------------------------------------------------------------------------------

	private async type(): Promise<void> {
		const at = this.some;
		await caret(this.page, at);
		const n = 1 + Math.floor(this.random() * 3);
		for (let i = 0; i < n; i++) await this.word(at);
	}

	private async paragraph(): Promise<void> {
		const at = this.some;
		await caret(this.page, at);
		await this.page.keyboard.press('Enter');
		this.model.paragraphs.splice(at + 1, 0, []);
		this.did();
	}

	private async cite(): Promise<void> {
		const at = this.some;
		if (!this.model.paragraphs[at].length) await this.type0(at);
		await caret(this.page, at);
		await this.page.keyboard.type(' ');
		await this.page.keyboard.press('Control+Shift+e');
		const line = this.page.getByRole('combobox', { name: /^Cite/ });
		await expect(line).toBeFocused();
		const key = this.pick(SOURCES);
		await line.pressSequentially(key);
		await expect(this.page.getByRole('option').first()).toBeVisible();
		await this.page.keyboard.press('Enter');
		await this.page.keyboard.press('Enter');
		await expect(line).toBeHidden();
		this.model.paragraphs[at].push(`<${key}>`);
		this.did();
	}

	/** A word where there is none, so that a citation has something to stand behind. */
	private async type0(at: number): Promise<void> {
		await caret(this.page, at);
		await this.word(at, '');
	}

	private async move(): Promise<void> {
		const from = this.some;
		const tokens = this.model.paragraphs[from];
		if (!tokens.length) return;
		await caret(this.page, from, true);
		await this.page.keyboard.press('Control+x');
		this.model.paragraphs[from] = [];
		this.did();
		await this.check();
		const to = this.some;
		await caret(this.page, to);
		await this.page.keyboard.type(' ');
		await this.page.keyboard.press('Control+v');
		this.model.paragraphs[to].push(...tokens);
		this.did();
	}

	private async switchStyle(): Promise<void> {
		const name = this.pick(STYLES);
		await this.page.getByRole('button', { name: /^Citation style/ }).click();
		const panel = this.page.getByRole('dialog', { name: 'Citation style' });
		await panel
			.getByRole('button', { name: new RegExp(`^${name}( |$)`) })
			.first()
			.click();
		const use = panel.getByRole('button', { name: 'Use this style' });
		const wrong = panel.locator('.cmp > .none');
		await expect
			.poll(
				async () =>
					(await wrong.isVisible()) ||
					((await use.isEnabled()) && (await panel.getByText(`After switching to ${name}`).isVisible()))
			)
			.toBe(true);
		if (await wrong.isVisible()) {
			expect(await wrong.innerText()).toMatch(/could not be loaded|connection|broken/);
			await this.page.keyboard.press('Escape');
		} else {
			await use.click();
			this.model.style = name;
			this.did();
		}
		await expect(panel).toBeHidden();
	}

	/** Undo leads to a state that was, and nowhere else. */
	private async undo(): Promise<void> {
		const before = JSON.stringify(await read(this.page));
		const style = this.model.style;
		await caret(this.page, this.some);
		await this.page.keyboard.press('Control+z');
		await this.page.waitForTimeout(120);
		const now = JSON.stringify(await read(this.page));
		const button = await this.page.getByRole('button', { name: /^Citation style/ }).innerText();
		if (now === before && button.includes(style)) return;
		const at = this.history.findLastIndex((m) => JSON.stringify(m.paragraphs) === now && button.includes(m.style));
		if (at < 0) {
			const alike = this.history.filter((m) => JSON.stringify(m.paragraphs) === now).map((m) => m.style);
			throw new Error(
				`After ${this.log.join(', ')}: undo leads to a text that never was: ${now} in ${button}; ${alike.length ? `it was in ${alike.join()}` : 'not in any style'}; before: ${before}`
			);
		}
		// after a page that went, what was undone before may be what undo leads to: every state that was counts
		this.model = clone(this.history[at]);
	}

	private async reload(): Promise<void> {
		await this.typeLast();
		await this.page.reload();
		this.full = false;
		await expect(sheet(this.page)).toBeVisible();
	}

	private async kill(): Promise<void> {
		await this.typeLast();
		const old = this.page;
		const next = await this.context.newPage();
		await old.close();
		this.page = next;
		this.full = false;
		await this.prepare(next);
		// without a network no page can be opened; that is another test
		await this.context.setOffline((this.offline = false));
		await next.goto(this.url);
		await expect(sheet(next)).toBeVisible();
		await expect(
			next
				.getByText('You can write here now')
				.or(next.getByText('Saved', { exact: true }))
				.first()
		).toBeVisible();
	}

	private async typeLast(): Promise<void> {
		const at = this.some;
		await caret(this.page, at);
		await this.word(at);
		await this.context.setOffline((this.offline = false));
	}

	private async secondTab(): Promise<void> {
		if (this.offline) return;
		const second = await this.context.newPage();
		await this.prepare(second);
		await second.goto(this.url);
		await expect(second.getByText('open in another tab')).toBeVisible();
		const first = this.page;
		if (!this.full) await expect.poll(() => read(second)).toEqual(this.model.paragraphs);
		await first.bringToFront();
		await second.close();
	}

	private async network(): Promise<void> {
		await this.context.setOffline((this.offline = !this.offline));
	}
	private async styles(): Promise<void> {
		this.failing = !this.failing;
		await Promise.resolve();
	}
	private async fullDisk(): Promise<void> {
		await this.disk(!this.full);
	}
	private async disk(full: boolean): Promise<void> {
		this.full = full;
		await fullDisk(this.page, full);
	}

	private readonly acts: [string, () => Promise<void>][] = [
		['type', this.type],
		['type', this.type],
		['type', this.type],
		['paragraph', this.paragraph],
		['cite', this.cite],
		['cite', this.cite],
		['move', this.move],
		['switch', this.switchStyle],
		['undo', this.undo],
		['undo', this.undo],
		['reload', this.reload],
		['kill', this.kill],
		['second tab', this.secondTab],
		['network', this.network],
		['styles', this.styles],
		['full disk', this.fullDisk]
	];
}
