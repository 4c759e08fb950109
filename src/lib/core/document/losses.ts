/** Keeps the list of what a reader or writer could not keep. The same loss is listed once, with its first place and how often. */
import type { Dropped } from '../paper';

export class Losses {
	private readonly list = new Map<string, { where: string; times: number }>();

	/** @param where the first place: a line, a file */
	add(what: string, where: string): void {
		const known = this.list.get(what);
		if (known) known.times++;
		else this.list.set(what, { where, times: 1 });
	}

	all(): Dropped[] {
		return [...this.list].map(([what, { where, times }]) => ({
			what: times > 1 ? `${what} (${times} times)` : what,
			where
		}));
	}
}
