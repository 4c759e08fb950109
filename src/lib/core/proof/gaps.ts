/** Places marked "source needed". */
import type { Checker } from './types';

export const gaps: Checker = ({ reading }) =>
	reading.gaps.map((g) => ({
		check: 'gap',
		pos: g.pos,
		what: g.hint ? `Source needed: ${g.hint}` : 'Source needed'
	}));
