/** Numbers of headings. */
import { roman } from '../../page';

/** A, B … Z, AA. */
const letter = (n: number): string =>
	(n > 26 ? letter(Math.floor((n - 1) / 26)) : '') + String.fromCharCode(65 + ((n - 1) % 26));

export class HeadingNumbers {
	private readonly counts: number[] = [];

	constructor(private readonly kind: '' | 'decimal' | 'roman') {}

	/** @param level 2 for a section, as in the manuscript @returns the number with a space behind it; '' for none */
	next(level: number): string {
		if (!this.kind) return '';
		const at = Math.max(0, level - 2);
		this.counts.length = Math.min(this.counts.length, at + 1);
		for (let i = 0; i <= at; i++) this.counts[i] ??= i < at ? 1 : 0;
		const n = ++this.counts[at];
		if (this.kind === 'decimal') return `${this.counts.join('.')} `;
		// IEEE, template for conference proceedings: I., A., 1), a)
		return [`${roman(n)}. `, `${letter(n)}. `, `${n}) `, `${letter(n).toLowerCase()}) `][Math.min(at, 3)];
	}
}
