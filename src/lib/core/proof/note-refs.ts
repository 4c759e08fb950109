/** References to notes that are not there. */
import { noteRefNumber } from '../manuscript';
import type { Checker } from './types';

export const noteRefs: Checker = ({ reading, resolve }) =>
	reading.refs
		.filter(({ target }) => !noteRefNumber(reading, { ...target, source: target.source && resolve(target.source) }))
		.map((r) => ({ check: 'note-ref', pos: r.pos, what: 'A reference to a note that is not there' }));
