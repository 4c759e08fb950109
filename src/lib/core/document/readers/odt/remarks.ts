/** Comments (OpenDocument 1.3, Part 3, 14.1) and tracked changes (5.5) of a text. */
import { newId, type Inline, type Remarks } from '../../../paper';
import { attribute, child, children, descendants, wordsIn, type Xml } from '../package-file';

const textIn = (x: Xml): string => [...descendants(x, 'text:p')].map(wordsIn).join('\n').trim();
const whoOf = (x: Xml | undefined) => ({
	by: wordsIn(child(x, 'dc:creator')).trim(),
	at: wordsIn(child(x, 'dc:date')).trim()
});

/** @returns ids of marks by the names of insertions; deletions are only told of */
export function trackedIn(text: Xml, remarks: Remarks): Map<string, string> {
	const out = new Map<string, string>();
	for (const region of descendants(text, 'text:changed-region')) {
		const [insertion, deletion] = [child(region, 'text:insertion'), child(region, 'text:deletion')];
		const who = whoOf(child(insertion ?? deletion, 'office:change-info'));
		const name = attribute(region, 'text:id') || attribute(region, 'xml:id');
		if (insertion) out.set(name, remarks.change('in', who, ''));
		else if (deletion && textIn(deletion)) remarks.change('out', who, textIn(deletion));
	}
	return out;
}

/** A comment, or a reply to one (an extension that programs share: loext:parent-name, loext:resolved). */
export function annotation(x: Xml, remarks: Remarks, out: Inline[]): void {
	const name = attribute(x, 'office:name');
	const { by, at } = whoOf(x);
	const text = children(x, 'text:p').map(wordsIn).join('\n').trim() || textIn(x);
	const parent = attribute(x, 'loext:parent-name');
	const above = parent && remarks.idOf(parent);
	if (above && remarks.comments[above]) {
		remarks.comments[above].replies.push({ by, at, text });
		return;
	}
	const id = newId();
	remarks.comments[id] = { by, at, text, replies: [], done: attribute(x, 'loext:resolved') === 'true' };
	if (name) return remarks.begin(name, id);
	// without a range it is about the words before it
	const last = out.findLast((i) => i.t === 'text');
	if (last) last.marks = [...last.marks, { t: 'comment', id }];
}
