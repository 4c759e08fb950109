/**
 * The Draft view in Chromium with a manuscript of 120,000 words, 2,000 citations and 500 notes, beside an empty one:
 * opening, typing in the middle, citing, scrolling, and the cite line over 50,000 sources.
 */
import { serveApp, timings, watched } from './bench-app.mjs';

const WORDS =
	'the lamps of the lower quay burned all winter and nobody on the mole could say who paid for the oil or the wicks while eels went round them'.split(
		' '
	);

/** A manuscript as it is stored; every paragraph has citations in turn, every fourth a note of the writer's own. */
export function manuscript(id, { words, citations, notes }, ids) {
	const text = (s) => ({ type: 'text', text: s });
	const blocks = [{ type: 'heading', attrs: { level: 1 }, content: [text('A long manuscript')] }];
	const LENGTH = 120;
	const paragraphs = Math.max(1, Math.round(words / LENGTH));
	let c = 0;
	let n = 0;
	for (let p = 0; p < paragraphs; p++) {
		if (p % 25 === 0 && words)
			blocks.push({ type: 'heading', attrs: { level: 2 }, content: [text(`Section ${p / 25 + 1}`)] });
		const kids = [];
		for (let w = 0; w < LENGTH && words; w += 20) {
			kids.push(text(Array.from({ length: 20 }, (_, i) => WORDS[(p * 7 + w + i) % WORDS.length]).join(' ') + ' '));
			if (c < ((p + w / LENGTH) / paragraphs) * citations) {
				const cite = { sourceId: ids[(c * 17) % ids.length], locator: { label: 'page', value: String(c + 1) } };
				kids.push({
					type: 'citation',
					attrs: { id: `c${c++}`, cites: [{ ...cite, prefix: '', suffix: '', form: 'parenthetical' }] }
				});
				kids.push(text('. '));
			}
			if (n < ((p + w / LENGTH) / paragraphs) * notes)
				kids.push({
					type: 'note',
					attrs: { id: `n${n++}`, kind: 'footnote' },
					content: [{ type: 'paragraph', content: [text('A note of the writer on what was said here.')] }]
				});
		}
		blocks.push({ type: 'paragraph', content: kids });
	}
	blocks.push({
		type: 'bibliography',
		attrs: { id: 'b' },
		content: [{ type: 'heading', attrs: { level: 2 }, content: [text('References')] }]
	});
	const style = { id: 'apa', title: 'APA 7th', form: 'in-text', locale: '' };
	return {
		id,
		title: 'A long manuscript',
		kind: 'Chapter',
		doc: { version: 1, content: JSON.stringify({ type: 'doc', attrs: { style }, content: blocks }) },
		styleId: 'apa',
		styleTitle: 'APA 7th',
		locale: '',
		form: 'in-text',
		uncited: [],
		authors: [],
		strip: { sections: [], ticks: [], checks: [] },
		words,
		createdAt: 1,
		updatedAt: 1
	};
}

/** Time from a key to the frame after it is drawn; keys come as a person's do, one after another is done. */
export async function keys(page, count) {
	await page.evaluate(() => {
		window.keyTimes = [];
		window.addEventListener(
			'keydown',
			() => {
				const begun = performance.now();
				requestAnimationFrame(() => {
					const channel = new MessageChannel();
					channel.port1.onmessage = () => window.keyTimes.push(performance.now() - begun);
					channel.port2.postMessage(0);
				});
			},
			{ capture: true }
		);
	});
	for (let i = 0; i < count; i++) {
		await page.keyboard.press(i % 6 === 5 ? 'Space' : 'a');
		await page.waitForTimeout(60);
	}
	return page.evaluate(() => window.keyTimes);
}

export async function open(page, base, id) {
	const begun = Date.now();
	await page.goto(`${base}/draft/${id}`);
	await page.getByRole('textbox', { name: 'Manuscript text' }).waitFor({ timeout: 120_000 });
	const editable = Date.now() - begun;
	await page.waitForFunction(() => !document.querySelector('.pending') && document.querySelector('.entries'), null, {
		timeout: 120_000
	});
	return { editable, formatted: Date.now() - begun };
}

/** Puts the caret into a paragraph in the middle of the text, or at another share of it. */
export const toTheMiddle = (page, share = 0.5) =>
	page.evaluate(async (share) => {
		const surface = document.querySelector('.surface');
		surface.scrollTop = surface.scrollHeight * share;
		await new Promise((r) => setTimeout(r, 500));
		const inSight = [...document.querySelectorAll('.sheet-text > :is(p, div)')].filter((el) => {
			const box = el.getBoundingClientRect();
			return box.height > 20 && box.top > 100 && box.top < 600;
		});
		const p = inSight.find((el) => el.querySelector('.cite')) ?? inSight[0];
		const range = document.createRange();
		range.selectNodeContents(p);
		range.collapse(true);
		document.querySelector('.sheet-text').focus({ preventScroll: true });
		getSelection().removeAllRanges();
		getSelection().addRange(range);
	}, share);

/** Milliseconds of every frame of a scroll through a third of a long text. */
export const scroll = (page) =>
	page.evaluate(async () => {
		const surface = document.querySelector('.surface');
		const placeholders = [];
		let last = performance.now();
		for (let i = 0; i < 150; i++) {
			surface.scrollBy(0, 300);
			await new Promise((r) => requestAnimationFrame(r));
			const now = performance.now();
			placeholders.push(now - last);
			last = now;
		}
		await new Promise((r) => setTimeout(r, 1000));
		return placeholders;
	});

/** Cites a source by the cite line: milliseconds to each key's results, and to the citation and all that depends on it. */
export async function cite(page) {
	await page.keyboard.press('Control+Shift+e');
	// past Playwright's roles: it would look at every element of the page, and what it keeps of them is tidied here, too
	const results = await page.evaluate(async () => {
		const field = () => document.querySelector('[role="dialog"] input[role="combobox"]');
		while (!field()) await new Promise((r) => requestAnimationFrame(r));
		const el = field();
		const times = [];
		for (let n = 1; n <= 6; n++) {
			const begun = performance.now();
			el.value = 'lfenyd'.slice(0, n);
			el.dispatchEvent(new InputEvent('input', { bubbles: true }));
			do await new Promise((r) => requestAnimationFrame(r));
			while (document.querySelector('#cite-matches[aria-busy="true"]'));
			times.push(performance.now() - begun);
			await new Promise((r) => setTimeout(r, 50));
		}
		return times;
	});
	await page.keyboard.press('Enter');
	await page.waitForTimeout(150);
	await page.evaluate(() => {
		const count = () => window.paragraph.querySelectorAll('.cite').length;
		window.before = count();
		window.cited = new Promise((ok) => {
			document.addEventListener(
				'keydown',
				() => {
					const begun = performance.now();
					const look = () =>
						count() > window.before && !document.querySelector('.sheet-text .pending')
							? ok(performance.now() - begun)
							: requestAnimationFrame(look);
					requestAnimationFrame(look);
				},
				{ once: true, capture: true }
			);
		});
	});
	await page.keyboard.press('Enter');
	const cited = await page.evaluate(() => window.cited);
	await page.waitForTimeout(300);
	return { results, cited };
}

/** Notes the paragraph with the caret: the one that is cited in. */
export const markParagraph = (page) =>
	page.evaluate(() => {
		window.paragraph = getSelection().anchorNode.parentElement.closest('.sheet-text > *');
	});

/** Opening a manuscript, typing and, in a long one, scrolling and citing. */
async function measure(app, page, id) {
	const { editable, formatted } = await open(page, app.base, id);
	console.log(
		`  open: editable after ${(editable / 1000).toFixed(2)} s, formatted after ${(formatted / 1000).toFixed(2)} s`
	);
	await page.waitForTimeout(8000);
	await toTheMiddle(page);
	await page.waitForTimeout(500);
	timings('a key to paint', await keys(page, 60));
	if (id === 'empty') return;
	await markParagraph(page);
	const { result: frames, tasks } = await watched(app.browser, page, () => scroll(page));
	timings('scrolling, a frame', frames);
	for (const by of ['clock', 'processor']) {
		const [most] = tasks.toSorted((a, b) => b[by] - a[by]);
		const long = tasks.filter((t) => t[by] > 50).length;
		const tidying = most.tidying ? `, ${most.tidying.toFixed(1)} ms of it the browser's tidying of memory` : '';
		console.log(`    tasks over 50 ms by the ${by}: ${long}; the longest ${most[by].toFixed(1)} ms${tidying}`);
	}
	const items = await page.evaluate(() => document.querySelectorAll('.margin .item').length);
	console.log(`  margin: ${items} items drawn`);
	const all = [];
	for (let i = 0; i < 24; i++) all.push(await cite(page));
	timings(
		'cite line: a key to its results',
		all.flatMap((c) => c.results)
	);
	timings(
		'a citation inserted and shown',
		all.map((c) => c.cited)
	);
	console.log(`    the first of the session: ${all[0].cited.toFixed(1)} ms`);
}

export async function benchDraft(small) {
	const app = await serveApp('4192');
	try {
		const { makeLibrary, asSource } = await app.corpus();
		const size = small ? { words: 12_000, citations: 200, notes: 50 } : { words: 120_000, citations: 2000, notes: 500 };
		// a library of what is cited, then the largest there is
		for (const count of [600, small ? 2000 : 50_000]) {
			const sources = makeLibrary(count, 5).map(asSource);
			const ids = sources.slice(0, 600).map((s) => s.id);
			const page = await app.page();
			await app.fill(page, 'sources', sources);
			await app.fill(page, 'manuscripts', [
				manuscript('long', size, ids),
				manuscript('empty', { words: 0, citations: 0, notes: 0 }, ids)
			]);
			for (const id of ['empty', 'long']) {
				const what = `${size.words.toLocaleString('en')} words, ${size.citations} citations, ${size.notes} notes`;
				const beside = `beside ${count.toLocaleString('en')} sources`;
				console.log(`\nDraft, ${id === 'long' ? what : 'an empty document'}, ${beside}`);
				await measure(app, page, id);
			}
			await page.context().close();
		}
	} finally {
		await app.stop();
	}
}
