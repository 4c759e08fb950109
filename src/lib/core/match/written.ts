/** What was read of a citation, joined with the sources it may be. */
import type { Written } from './parts';
import { statusOf } from './resolve';
import type { Candidate, TypedCite } from './types';

export const NO_CITE = { locator: null, prefix: '', suffix: '', form: 'parenthetical' as const, names: [], year: '' };

export function toCite(w: Written, candidates: Candidate[]): TypedCite {
	return {
		sourceId: candidates[0] && candidates[0].score >= 0.45 ? candidates[0].sourceId : '',
		candidates: candidates.filter((c) => c.score >= 0.3),
		status: statusOf(candidates),
		locator: w.locator,
		prefix: w.prefix,
		suffix: w.suffix,
		form: w.form,
		names: w.names.map((n) => n.family),
		year: w.year + w.letter
	};
}
