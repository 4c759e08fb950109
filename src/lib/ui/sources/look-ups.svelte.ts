/** Questions to the look-up, several at once; each keeps its words whatever happens to it. */
import type { Item } from '$lib/core/csl';
import { recognise } from '$lib/core/source';

export interface LookUp {
	id: number;
	question: string;
	/** What it was taken for: DOI, ISBN, …, or words. */
	kind: string;
	state: 'asking' | 'found' | 'nothing' | 'failed' | 'wrong';
	message: string;
	items: Item[];
	/** Which of several candidates is meant; -1 for none yet. */
	chosen: number;
}

const TIMEOUT = 8000;
/** Asked at the same time. */
const AT_ONCE = 4;

export class LookUps {
	list = $state<LookUp[]>([]);
	private serial = 0;
	private aborts = new Set<AbortController>();

	readonly busy = $derived(this.list.some((l) => l.state === 'asking'));
	readonly ready = $derived(this.list.filter((l) => l.state === 'found' && l.chosen >= 0));

	async ask(lines: string[]): Promise<void> {
		const fresh = lines.map((question) => this.made(question));
		this.list.push(...fresh);
		const queue = this.list.filter((l) => fresh.some((f) => f.id === l.id) && l.state === 'asking');
		await Promise.all(queue.map((l) => this.one(l)));
	}

	/** One question by itself, which is no part of the list. */
	async about(question: string): Promise<LookUp> {
		const l = this.made(question);
		if (l.state === 'asking') await this.one(l);
		return l;
	}

	private made(question: string): LookUp {
		const id = recognise(question);
		return {
			id: ++this.serial,
			question,
			kind: id?.kind ?? 'words',
			// what cannot be right is not asked about
			state: id?.fault ? 'wrong' : 'asking',
			message: id?.fault ?? '',
			items: [],
			chosen: -1
		};
	}

	again(l: LookUp): Promise<void> {
		l.state = 'asking';
		l.message = '';
		return this.one(l);
	}

	/** Whoever asks waits until fewer than {@link AT_ONCE} are asked about; what still waits when all is stopped is not asked. */
	private async one(l: LookUp): Promise<void> {
		const { stops } = this;
		while (this.asked.size >= AT_ONCE) await Promise.race(this.asked);
		if (stops !== this.stops) {
			l.state = 'failed';
			l.message = 'Stopped.';
			return;
		}
		const asking = this.fetchOne(l).finally(() => this.asked.delete(asking));
		this.asked.add(asking);
		return asking;
	}
	private readonly asked = new Set<Promise<void>>();
	private stops = 0;

	private async fetchOne(l: LookUp): Promise<void> {
		const abort = new AbortController();
		this.aborts.add(abort);
		let late = false;
		const timer = setTimeout(() => {
			late = true;
			abort.abort();
		}, TIMEOUT);
		try {
			const r = await fetch(`/api/lookup?q=${encodeURIComponent(l.question)}`, { signal: abort.signal });
			const body = (await r.json()) as { items?: unknown[]; message?: string };
			if (!r.ok) {
				l.state = r.status === 404 ? 'nothing' : r.status === 400 ? 'wrong' : 'failed';
				l.message = body.message ?? `The answer was ${r.status}.`;
				return;
			}
			const { asItem } = await import('$lib/core/source/validate');
			l.items = (body.items ?? []).map((x) => asItem(x)).flatMap((x) => ('item' in x ? [x.item] : []));
			l.state = l.items.length ? 'found' : 'nothing';
			l.message = l.items.length ? '' : 'The answer cannot be used.';
			l.chosen = l.items.length === 1 ? 0 : -1;
		} catch (e) {
			l.state = 'failed';
			l.message = late
				? 'No answer came within eight seconds.'
				: `The look-up did not answer (${(e as Error).message}).`;
		} finally {
			clearTimeout(timer);
			this.aborts.delete(abort);
		}
	}

	drop(id: number): void {
		this.list = this.list.filter((l) => l.id !== id);
	}
	stop(): void {
		this.stops++;
		for (const a of this.aborts) a.abort();
	}
}
