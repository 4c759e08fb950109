/** What a source is called in a finding. */
import { shortLabel, type Source } from '../source';

export function nameOfSource(s: Source | undefined): string {
	if (!s) return 'A source that is not in the library';
	const { name, year } = shortLabel(s.item);
	return year ? `${name} ${year}` : name;
}
