/** Every order of answers, failures and crashes leads to the state that was asked for last. */
import { knownWords, type KnownWords } from '$lib/core/source/sentence-case';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { EntryOutput, SessionResult, StyleInfo } from '$lib/core/citing';
import type { Cluster, Item } from '$lib/core/csl';
import { changeClusters, clusterChange, entryChange } from '$lib/core/citing';
import { failure, type FormatAnswer, type FormatJob } from '$lib/workers/format-api';
import type { FormatWorker } from '$lib/workers/format';
import { FormattingMachine, type FormatRequest } from './machine';

const house = {
	links: 'style',
	titles: 'style',
	accessed: 'style',
	shortTitles: false,
	mainTitles: true,
	sentenceCase: 'style',
	capitals: [] as string[],
	abbreviations: {}
} as const;
const cite = (sourceId: string) => ({ sourceId, form: 'parenthetical' as const });
const request = (style: string, words: string[]): FormatRequest => ({
	style: { id: style, title: style, lang: '' },
	house,
	clusters: words.map((w, i): Cluster => ({ id: `c${i}`, noteNumber: 0, cites: [cite(w)] })),
	uncited: []
});

const wordsOfLibrary = (name: string): KnownWords => ({ ...knownWords([]), names: new Set([name]) });

interface Pending {
	job: FormatJob;
	answer(a: FormatAnswer): void;
	settled: boolean;
}

/** The list that a session in that style would print. */
const listOf = ({ style, clusters }: { style: { id: string }; clusters: Cluster[] | 'sent' }): EntryOutput[] =>
	[...new Set((clusters as Cluster[]).flatMap((c) => c.cites.map((x) => x.sourceId)))]
		.map((id) => ({ id, html: `${style.id}: ${id}`, text: id }))
		.sort((a, b) => (style.id === 'notes' ? b.id.localeCompare(a.id) : a.id.localeCompare(b.id)));

/** A worker that answers when the test says so, and remembers between answers as the session does. */
class FakeWorker {
	readonly pending: Pending[] = [];
	stopped = false;
	sources = new Map<string, Item>();
	private sent: Cluster[] = [];
	private lastSent: Cluster[] = [];
	private answers = 0;
	private shown = new Map<string, string>();
	private listed: EntryOutput[] | null = null;
	constructor(readonly crash: (message: string) => void) {}

	readonly worker: FormatWorker = {
		updateClusters: async (clusters) => {
			this.sent = changeClusters(this.sent, clusterChange(this.lastSent, clusters));
			this.lastSent = clusters;
		},
		stop: () => void (this.stopped = true),
		api: {
			putSources: async (items: Item[], gone: string[]) => {
				for (const i of items) this.sources.set(String(i.id), i);
				for (const id of gone) this.sources.delete(id);
			},
			format: (job: FormatJob) =>
				new Promise<FormatAnswer>((resolve) => {
					const p: Pending = {
						job: { ...job, clusters: this.sent },
						settled: false,
						answer: (a) => {
							p.settled = true;
							resolve(a);
						}
					};
					this.pending.push(p);
				}),
			preview: async () => ({ ok: true, preview: { html: 'p', lead: '', entries: [] } })
		} as unknown as FormatWorker['api']
	};

	/** Answers as a session in that style would. */
	right({ job, answer }: Pending): void {
		if (!job.full && job.have !== this.answers) {
			this.shown = new Map();
			this.listed = null;
		}
		const now = (job.clusters as Cluster[]).map(
			(c) => [c.id, `${job.style.id}:${c.cites.map((x) => x.sourceId).join('+')}`] as const
		);
		const changed = now
			.filter(([id, text]) => job.full || this.shown.get(id) !== text)
			.map(([id, text]) => ({ id, html: text, text, lead: '' }));
		const list = listOf(job);
		const before = job.full ? null : this.listed;
		if (!job.full) {
			this.shown = new Map(now);
			this.listed = list;
			this.answers++;
		}
		const result: SessionResult = {
			answer: this.answers,
			style: { id: job.style.id, title: job.style.title, class: 'in-text', lang: 'en-GB', quotes: {} } as StyleInfo,
			changed,
			...(before ? { bibliography: undefined, entries: entryChange(before, list) } : { bibliography: list }),
			omitted: [],
			warnings: []
		};
		answer({ ok: true, result });
	}
}

function bench() {
	const workers: FakeWorker[] = [];
	const timers = new Map<number, { f: () => void; ms: number }>();
	let serial = 0;
	let clock = 0;
	const sources = new Map<string, Item>();
	const shown = new Map<string, string>();
	const machine = new FormattingMachine({
		startWorker: (crash) => {
			const w = new FakeWorker(crash);
			workers.push(w);
			return w.worker;
		},
		item: (id) => sources.get(id),
		onState: () => {},
		onShown: (_s, changed) => changed.forEach((c) => shown.set(c.id, c.text)),
		setTimer: (f, ms) => {
			timers.set(++serial, { f, ms });
			return serial;
		},
		clearTimer: (t) => timers.delete(t as number),
		now: () => (clock += 60_000)
	});
	const flush = () => new Promise<void>((r) => setImmediate(r));
	return {
		machine,
		workers,
		shown,
		sources,
		flush,
		get pending(): { w: FakeWorker; p: Pending }[] {
			return workers.flatMap((w) => (w.stopped ? [] : w.pending.filter((p) => !p.settled).map((p) => ({ w, p }))));
		},
		/** Lets the next timer of at most so many milliseconds run. */
		fire(most = Infinity): boolean {
			const next = [...timers].filter(([, t]) => t.ms <= most).sort((a, b) => a[1].ms - b[1].ms)[0];
			if (!next) return false;
			timers.delete(next[0]);
			next[1].f();
			return true;
		}
	};
}

/** Answers everything rightly, retries included, until nothing happens any more. */
async function settle(b: ReturnType<typeof bench>, broken: ReadonlySet<string> = new Set()): Promise<void> {
	for (let i = 0; i < 60; i++) {
		await b.flush();
		const { pending } = b;
		for (const { w, p } of pending) {
			if (broken.has(p.job.style.id)) p.answer(failure('style', 'broken'));
			else w.right(p);
		}
		await b.flush();
		// only retries: a timeout of a request that was answered is none
		if (!pending.length && !b.fire(30_000)) return;
	}
	assert.fail('does not come to rest');
}

const textOf = (r: FormatRequest, style = r.style.id): Map<string, string> =>
	new Map(r.clusters.map((c) => [c.id, `${style}:${c.cites.map((x) => x.sourceId).join('+')}`]));

type Event =
	| { do: 'ask'; style: string; words: string[] }
	| { do: 'right' | 'network' | 'style' | 'processor' | 'unsound' | 'superseded'; which: number }
	| { do: 'crash' }
	| { do: 'timeout' }
	| { do: 'retry' };

const event: fc.Arbitrary<Event> = fc.oneof(
	{
		weight: 5,
		arbitrary: fc.record({
			do: fc.constant('ask' as const),
			style: fc.constantFrom('apa', 'notes', 'numbers'),
			words: fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 3 })
		})
	},
	{
		weight: 6,
		arbitrary: fc.record({
			do: fc.constantFrom(
				'right' as const,
				'network' as const,
				'style' as const,
				'processor' as const,
				'unsound' as const
			),
			which: fc.nat(5)
		})
	},
	{ weight: 1, arbitrary: fc.constant<Event>({ do: 'crash' }) },
	{ weight: 1, arbitrary: fc.constant<Event>({ do: 'timeout' }) },
	{ weight: 2, arbitrary: fc.constant<Event>({ do: 'retry' }) }
);

test('whatever the order of answers, failures and crashes: what is shown is what was asked for last (property)', async () => {
	await fc.assert(
		fc.asyncProperty(fc.array(event, { maxLength: 40 }), async (events) => {
			const b = bench();
			let last: FormatRequest | null = null;
			for (const e of events) {
				const { pending } = b;
				const at = 'which' in e && pending.length ? pending[e.which % pending.length] : null;
				switch (e.do) {
					case 'ask':
						b.machine.ask((last = request(e.style, e.words)));
						break;
					case 'right':
						if (at) at.w.right(at.p);
						break;
					case 'network':
					case 'style':
					case 'processor':
						at?.p.answer(failure(e.do, e.do));
						break;
					case 'unsound':
						at?.p.answer({ ok: true, result: { changed: [{ id: 'c0' }] } } as unknown as FormatAnswer);
						break;
					case 'superseded':
						at?.p.answer({ ok: 'superseded' });
						break;
					case 'crash':
						b.workers.findLast((w) => !w.stopped)?.crash('it died');
						break;
					case 'timeout':
						b.fire();
						break;
					case 'retry':
						b.fire(30_000);
				}
				await b.flush();
			}
			if (!last) return;
			// the person asks once more, and now everything works
			b.machine.ask(last);
			await settle(b);
			assert.deepEqual(b.machine.state, { phase: 'ready' });
			assert.equal(b.machine.shown.style?.id, last.style.id);
			for (const [id, text] of textOf(last)) assert.equal(b.shown.get(id), text);
			assert.deepEqual(b.machine.shown.bibliography, listOf(last));
			assert.ok(b.workers.filter((w) => !w.stopped).length === 1, 'one worker is alive');
			b.machine.stop();
			assert.ok(b.workers.every((w) => w.stopped));
		}),
		{ numRuns: 400 }
	);
});

test('a style that is undone while it loads leaves no trace, whichever answer comes first', async () => {
	for (const order of [
		[0, 1],
		[1, 0]
	]) {
		const b = bench();
		b.machine.ask(request('apa', ['a']));
		await settle(b);
		b.machine.ask(request('slow', ['a']));
		b.machine.ask(request('apa', ['a', 'b']));
		await b.flush();
		const both = b.pending;
		assert.equal(both.length, 2);
		for (const i of order) {
			both[i].w.right(both[i].p);
			await b.flush();
		}
		await settle(b);
		assert.deepEqual(b.shown, textOf(request('apa', ['a', 'b'])));
		assert.equal(b.machine.shown.style?.id, 'apa');
	}
});

test('a style that does not arrive: the last text stays, it is said, and comes by itself', async () => {
	const b = bench();
	b.machine.ask(request('apa', ['a']));
	await settle(b);
	b.machine.ask(request('notes', ['a']));
	await b.flush();
	b.pending[0].p.answer(failure('network', 'no connection'));
	await b.flush();
	const { state } = b.machine;
	assert.ok(state.phase === 'failed' && state.retrying && state.standIn === 'apa');
	assert.deepEqual(b.shown, textOf(request('apa', ['a'])));
	await settle(b);
	assert.deepEqual(b.machine.state, { phase: 'ready' });
	assert.deepEqual(b.shown, textOf(request('notes', ['a'])));
});

test('a style that cannot be used at the first opening: another stands in and says so', async () => {
	const b = bench();
	b.machine.ask(request('gone', ['a']));
	await settle(b, new Set(['gone']));
	const { state } = b.machine;
	assert.ok(state.phase === 'failed' && state.standIn === 'APA 7th' && !state.retrying);
	assert.equal(b.shown.get('c0'), 'apa:a');
	// APA itself, chosen then, is no stand-in any more
	b.machine.ask(request('apa', ['a']));
	await settle(b);
	assert.deepEqual(b.machine.state, { phase: 'ready' });
});

test('a worker that never answers is replaced, told everything again, and given up after some tries', async () => {
	const b = bench();
	b.sources.set('a', { id: 'a', type: 'book' });
	b.machine.ask(request('apa', ['a']));
	await b.flush();
	assert.ok(b.fire(), 'the time for an answer is over');
	await b.flush();
	assert.equal(b.workers[0].stopped, true);
	await settle(b);
	assert.equal(b.workers.length, 2);
	assert.equal(b.workers[1].sources.size, 1);
	assert.deepEqual(b.machine.state, { phase: 'ready' });
});

test('an answer that is none is said, shows nothing, and it is asked again', async () => {
	const b = bench();
	b.machine.ask(request('apa', ['a']));
	for (const odd of [null, 'text', { ok: true }, { ok: true, result: {} }, { ok: false }]) {
		await b.flush();
		b.pending[0].p.answer(odd as unknown as FormatAnswer);
		await b.flush();
		assert.equal(b.machine.state.phase, 'failed');
		assert.equal(b.shown.size, 0);
		assert.ok(b.fire(30_000));
	}
	await settle(b);
	assert.deepEqual(b.shown, textOf(request('apa', ['a'])));
});

test('a list that is told as a change of one that is not shown: said, and everything is told anew', async () => {
	const b = bench();
	b.machine.ask(request('apa', ['a']));
	await settle(b);
	b.machine.ask(request('apa', ['a', 'b']));
	await b.flush();
	const [{ w, p }] = b.pending;
	const { answer } = p;
	const unfit = { order: ['a', 'b', 'z'], put: [] };
	w.right({ ...p, answer: (a) => answer(a.ok === true ? { ok: true, result: { ...a.result, entries: unfit } } : a) });
	await b.flush();
	assert.equal(b.machine.state.phase, 'failed');
	assert.deepEqual(b.machine.shown.bibliography, listOf(request('apa', ['a'])));
	await settle(b);
	assert.deepEqual(b.machine.state, { phase: 'ready' });
	assert.deepEqual(b.machine.shown.bibliography, listOf(request('apa', ['a', 'b'])));
});

test('a question to a worker that dies is answered at once', async () => {
	const b = bench();
	const asked = b.machine.once(request('apa', ['a']));
	await b.flush();
	b.workers[0].crash('it could not be loaded');
	const answer = await asked;
	assert.ok(!answer.ok && answer.kind === 'worker');
	const again = b.machine.once(request('apa', ['a']));
	await b.flush();
	b.workers[1].right(b.pending[0].p);
	assert.equal((await again).ok, true);
});

test('stopping while a style loads starts no worker that nobody ends', async () => {
	const b = bench();
	b.machine.ask(request('apa', ['a']));
	await b.flush();
	const [{ p, w }] = b.pending;
	b.machine.stop();
	w.crash('it died while it was ended');
	p.answer(failure('network', 'no connection'));
	await b.flush();
	while (b.fire()) await b.flush();
	assert.deepEqual([b.workers.length, b.workers[0].stopped], [1, true]);
	assert.deepEqual(await b.machine.everything(), failure('worker', 'Formatting has stopped.'));
});

test('uncited sources are sent, and a source that changes is formatted again', async () => {
	const b = bench();
	b.sources.set('u', { id: 'u', type: 'book' });
	const asked = { ...request('apa', ['a']), uncited: ['u'] };
	b.machine.ask(asked);
	await settle(b);
	assert.ok(b.workers[0].sources.has('u'));
	b.machine.askIfChanged(asked);
	await b.flush();
	assert.equal(b.pending.length, 0, 'nothing is asked for twice');
	b.sources.set('u', { id: 'u', type: 'book', title: 'Corrected' });
	b.machine.askIfChanged(asked);
	await b.flush();
	assert.equal(b.pending.length, 1);
	assert.equal(b.workers[0].sources.get('u')?.title, 'Corrected');
});

test('names that the library knows: told with the first text, waited for by a file, and by no edit', async () => {
	const told: string[] = [];
	let waited = 0;
	let known = wordsOfLibrary('first');
	let worker!: FakeWorker;
	const machine = new FormattingMachine({
		startWorker: (crash) => {
			worker = new FakeWorker(crash);
			worker.worker.api.putKnown = async (k) => void told.push([...k.names].join());
			return worker.worker;
		},
		item: () => undefined,
		known: () => known,
		whenKnown: async () => void waited++,
		onState: () => {},
		onShown: () => {}
	});
	const flush = () => new Promise<void>((r) => setImmediate(r));
	const answer = async () => {
		await flush();
		worker.right(worker.pending.at(-1)!);
		await flush();
	};
	machine.ask(request('apa', ['a']));
	await answer();
	machine.ask(request('apa', ['a', 'b']));
	await answer();
	assert.deepEqual(told, ['first']);
	assert.equal(waited, 0);
	// the whole library is read: what goes by names is formatted again
	known = wordsOfLibrary('more');
	machine.knownChanged();
	await answer();
	assert.deepEqual(told, ['first', 'more']);
	assert.equal(worker.pending.length, 3);
	// a style whose manual has nothing of the kind is left as it is
	machine.ask(request('modern-language-association', ['a']));
	await answer();
	known = wordsOfLibrary('most');
	machine.knownChanged();
	await flush();
	assert.equal(worker.pending.length, 4);
	// a file has whatever is known by then
	const whole = machine.everything();
	await answer();
	assert.ok((await whole).ok);
	assert.deepEqual([told.at(-1), waited], ['most', 1]);
	machine.stop();
});
