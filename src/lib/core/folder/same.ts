/** Whether two records say the same, whatever the order of their fields and whenever they were written. */

/** Times of a record: they tell when, and not what. */
const TIMES = new Set(['createdAt', 'updatedAt', 'textAt']);

/** A value as text, its fields in order; two that say the same give the same text. Undefined fields count as not there. */
export function stable(x: unknown): string {
	if (Array.isArray(x)) return `[${x.map((v) => stable(v ?? null)).join(',')}]`;
	if (typeof x !== 'object' || x === null) return JSON.stringify(x) ?? 'null';
	const fields = Object.entries(x)
		.filter(([, v]) => v !== undefined)
		.sort(([a], [b]) => (a < b ? -1 : 1));
	return `{${fields.map(([k, v]) => `${JSON.stringify(k)}:${stable(v)}`).join(',')}}`;
}

/** Whether two records are the same but for the times they carry. */
export function sameContent(a: unknown, b: unknown): boolean {
	if (a === b) return true;
	const bare = (x: unknown): unknown =>
		typeof x === 'object' && x !== null && !Array.isArray(x)
			? Object.fromEntries(Object.entries(x).filter(([k]) => !TIMES.has(k)))
			: x;
	return stable(bare(a)) === stable(bare(b));
}
