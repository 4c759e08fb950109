/**
 * Comments of a WordprocessingML file (ECMA-376-1, 17.13.4), with the replies and the state that programs of today keep in
 * a part beside them ([MS-DOCX], 2.5.4.1 commentEx: from memory).
 */
import { newId, type Comment, type Remarks } from '../../../paper';
import { attribute, child, children, descendants, wordsIn, type PackageFile, type Xml } from '../package-file';

export interface CommentsPart {
	/** A mark where the range of a comment begins or ends, or where it has no range its reference. @returns its id here */
	mark(x: Xml, remarks: Remarks): string | null;
}

export function commentsOf(file: PackageFile, part: string, extended: string): CommentsPart {
	const states = new Map(
		[...descendants(file.xml(extended), 'w15:commentEx')].map((x) => [
			attribute(x, 'w15:paraId'),
			{ parent: attribute(x, 'w15:paraIdParent'), done: /^(?:1|true|on)$/.test(attribute(x, 'w15:done')) }
		])
	);
	const byParagraph = new Map<string, string>();
	const all = new Map<string, { comment: Comment; parent: string; id: string }>();
	for (const c of children(file.xml(part), 'w:comment')) {
		const paragraphs = [...descendants(c, 'w:p')];
		const last = attribute(paragraphs.at(-1), 'w14:paraId');
		const state = states.get(last);
		const text = paragraphs
			.map((p) => [...descendants(p, 'w:t')].map(wordsIn).join(''))
			.join('\n')
			.trim();
		byParagraph.set(last, attribute(c, 'w:id'));
		all.set(attribute(c, 'w:id'), {
			comment: {
				by: attribute(c, 'w:author'),
				at: attribute(c, 'w:date'),
				text,
				replies: [],
				done: state?.done ?? false
			},
			parent: state?.parent ?? '',
			id: newId()
		});
	}
	/** The comment that a reply belongs to, whatever it replies to. */
	const root = (name: string): string => {
		const above = byParagraph.get(all.get(name)?.parent ?? '');
		return above !== undefined && above !== name && all.get(name)?.parent ? above : name;
	};
	for (const [name, { comment }] of all) {
		const above = root(name);
		if (above === name) continue;
		const { by, at, text } = comment;
		all.get(above)?.comment.replies.push({ by, at, text });
	}
	return {
		mark(x, remarks) {
			const name = attribute(x, 'w:id');
			const known = all.get(name);
			// a reply stands where its comment does
			if (!known || root(name) !== name) return null;
			remarks.comments[known.id] = known.comment;
			if (x.name === 'w:commentRangeStart') remarks.begin(`comment ${name}`, known.id);
			else remarks.end(`comment ${name}`);
			return known.id;
		}
	};
}

/** Who made a tracked change, and when. */
export const whoOf = (x: Xml): { by: string; at: string } => ({
	by: attribute(x, 'w:author'),
	at: attribute(x, 'w:date')
});
/** Words of a tracked deletion. */
export const deletedIn = (x: Xml): string =>
	[...descendants(x, 'w:delText'), ...(x.name === 'w:moveFrom' ? descendants(x, 'w:t') : [])].map(wordsIn).join('') ||
	wordsIn(child(x, 'w:delText'));
