/** The best few of many, without sorting all: a heap whose worst stands on top. */
export interface Top {
	/** Whether a score would be among the best. */
	takes(score: number): boolean;
	put(slot: number, score: number): void;
	/** The best, best first; of equal ones the earlier slot. */
	slots(): number[];
}

export function createTop(limit: number): Top {
	const slots: number[] = [];
	const scores: number[] = [];
	const worse = (a: number, b: number) => scores[a] < scores[b] || (scores[a] === scores[b] && slots[a] > slots[b]);
	const swap = (a: number, b: number) => {
		[slots[a], slots[b]] = [slots[b], slots[a]];
		[scores[a], scores[b]] = [scores[b], scores[a]];
	};
	const down = () => {
		for (let i = 0; ;) {
			let least = i;
			for (const k of [2 * i + 1, 2 * i + 2]) if (k < slots.length && worse(k, least)) least = k;
			if (least === i) return;
			swap(i, least);
			i = least;
		}
	};
	return {
		takes: (score) => slots.length < limit || score > scores[0],
		put(slot, score) {
			if (slots.length < limit) {
				slots.push(slot);
				scores.push(score);
				for (let i = slots.length - 1; i > 0;) {
					const up = (i - 1) >> 1;
					if (!worse(i, up)) break;
					swap(i, up);
					i = up;
				}
			} else if (score > scores[0]) {
				slots[0] = slot;
				scores[0] = score;
				down();
			}
		},
		slots: () =>
			slots
				.map((s, i) => [s, scores[i]])
				.sort((a, b) => b[1] - a[1] || a[0] - b[0])
				.map(([s]) => s)
	};
}
