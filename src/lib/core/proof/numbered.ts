/** Tables, figures, equations, and references to them and to headings. */
import { numberedIn, reachableIn } from '../manuscript';
import type { Node } from 'prosemirror-model';
import type { Checker, Finding } from './types';

function each(doc: Node, look: (n: Node, pos: number) => Finding | null): Finding[] {
	const out: Finding[] = [];
	doc.descendants((n, pos) => {
		const found = look(n, pos);
		if (found) out.push(found);
	});
	return out;
}

/** References to something that is not there any more. */
export const crossRefs: Checker = ({ doc }) => {
	const all = reachableIn(doc);
	return each(doc, (n, pos) =>
		n.type.name === 'cross_ref' && !all.has(n.attrs.target as string)
			? { check: 'cross-ref', pos, what: 'A reference to something that is not there' }
			: null
	);
};

/** Pictures that nobody described for those who cannot see them (WCAG 2.2, 1.1.1). */
export const undescribed: Checker = ({ doc }) => {
	const all = numberedIn(doc);
	return each(doc, (n, pos) => {
		if (n.type.name !== 'figure' || !n.attrs.asset || (n.attrs.alt as string).trim()) return null;
		const number = all.get(n.attrs.id as string)?.number ?? 0;
		return {
			check: 'undescribed',
			pos,
			what: `Figure ${number || ''} says nothing to those who cannot see it`.replace('  ', ' ')
		};
	});
};
