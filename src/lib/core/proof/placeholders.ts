/** Places marked "source needed". */
import type { Checker } from './types';

export const placeholders: Checker = ({ reading }) =>
	reading.placeholders.map((g) => ({
		check: 'citation_placeholder',
		pos: g.pos,
		what: g.hint ? `Source needed: ${g.hint}` : 'Source needed'
	}));
