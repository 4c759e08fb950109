/** Sources to RIS; what was read from there and is not ours comes back as it was. */
import type { Written } from '../types';
import { keptRows } from './keep';

/** Writes RIS. */
export function writeRis(list: Written[]): string {
	return list
		.map(
			(s) =>
				keptRows(s)
					.map(([t, v]) => `${t}  - ${v}`)
					.join('\r\n') + '\r\nER  - \r\n'
		)
		.join('\r\n');
}
