/** Dated copies: hourly for a day, daily for a month, weekly for a year. */

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** A copy is put away when the last is older than that. */
export const HISTORY_GAP = HOUR;

export interface HistoryCopy {
	name: string;
	/** When it was the newest, in milliseconds. */
	at: number;
	stamp: string;
}

/** Name of a dated copy, in universal time so that it is the same on every machine: “2026-12-01 13.05.07 3f2a….json”. */
export const historyName = (at: number, stamp: string): string =>
	`${new Date(at).toISOString().slice(0, 19).replace('T', ' ').replaceAll(':', '.')} ${stamp}.json`;

const NAME = /^(\d{4}-\d\d-\d\d) (\d\d)\.(\d\d)\.(\d\d) ([0-9a-z]+)\.json$/;

/** Null for a file that is none of the dated copies. */
export function readHistoryName(name: string): HistoryCopy | null {
	const m = NAME.exec(name);
	const at = m ? Date.parse(`${m[1]}T${m[2]}:${m[3]}:${m[4]}Z`) : NaN;
	return m && Number.isFinite(at) ? { name, at, stamp: m[5] } : null;
}

/** Those that go: of each hour, day or week the first is kept, and the very last always. */
export function thinned(copies: readonly HistoryCopy[], now = Date.now()): HistoryCopy[] {
	const kept = new Set<string>();
	const sorted = [...copies].sort((a, b) => a.at - b.at || (a.name < b.name ? -1 : 1));
	const gone: HistoryCopy[] = [];
	for (const [i, c] of sorted.entries()) {
		const age = now - c.at;
		const [step, name] = age < DAY ? [HOUR, 'h'] : age < 30 * DAY ? [DAY, 'd'] : [7 * DAY, 'w'];
		const slot = `${name}${Math.floor(c.at / step)}`;
		if (i < sorted.length - 1 && (kept.has(slot) || age > 366 * DAY)) gone.push(c);
		kept.add(slot);
	}
	return gone;
}
