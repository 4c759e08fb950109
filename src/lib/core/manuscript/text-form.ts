/**
 * A small text form of manuscripts, for demo data and tests: a block a paragraph.
 * `#` headings, `-` list items, `>` block quotations, `*emphasis*`, `((a note))`, and double braces for the rest:
 * `{{key | p 12 ; <see> key2}}` a citation, `{{!key}}` with the author in the sentence, `{{? hint}}` a gap,
 * `{{bibliography Heading}}` the list.
 */
import { Node } from 'prosemirror-model';
import { wrapAttrs } from './doc-attrs';
import type { DocStyle } from './doc-style';
import { type DocCite } from './cites';
import { schema } from './schema';
import { readLocator } from '../source';

/** @param idOf gives the source id for a key; null makes the citation point at the key itself */
export function docFromText(
	text: string,
	idOf: (key: string) => string | null = (k) => k,
	style: DocStyle | null = null
): Node {
	let serial = 0;
	const id = () => `n${(++serial).toString(36)}`;
	const inline = (s: string): Node[] => {
		const out: Node[] = [];
		const re = /\{\{([^}]*)\}\}|\(\(((?:[^()]|\([^()]*\))*)\)\)|\*([^*]+)\*/g;
		let last = 0;
		const push = (t: string) => t && out.push(schema.text(t));
		for (const m of s.matchAll(re)) {
			push(s.slice(last, m.index));
			last = m.index + m[0].length;
			if (m[3] !== undefined) out.push(schema.text(m[3], [schema.marks.em.create()]));
			else if (m[2] !== undefined) {
				// a note's mark stands right behind the word or mark before it
				const before = out[out.length - 1];
				if (before?.isText && before.text!.endsWith(' ')) {
					const t = before.text!.trimEnd();
					if (t) out[out.length - 1] = schema.text(t, before.marks);
					else out.pop();
				}
				out.push(
					schema.nodes.note.create({ id: id(), kind: 'footnote' }, [
						schema.nodes.note_paragraph.create(null, inline(m[2]))
					])
				);
			} else if (m[1].startsWith('?'))
				out.push(schema.nodes.citation_placeholder.create({ id: id(), hint: m[1].slice(1).trim() }));
			else out.push(schema.nodes.citation.create({ id: id(), cites: citesOf(m[1], idOf) }));
		}
		push(s.slice(last));
		return out;
	};
	const blocks: Node[] = [];
	for (const raw of text.trim().split(/\n\s*\n/)) {
		const block = raw.trim();
		const heading = /^(#{1,4})\s+(.*)$/s.exec(block);
		const list = /^\{\{bibliography(?:\s+(.*))?\}\}$/.exec(block);
		if (heading) blocks.push(schema.nodes.heading.create({ id: id(), level: heading[1].length }, inline(heading[2])));
		else if (list) {
			blocks.push(
				schema.nodes.bibliography.create({ id: id() }, [
					schema.nodes.heading.create({ id: id(), level: 2 }, schema.text(list[1] || 'References'))
				])
			);
		} else if (block.startsWith('- ')) {
			const items = block.split(/\n- /).map((t) => t.replace(/^- /, ''));
			blocks.push(
				schema.nodes.bullet_list.create(
					null,
					items.map((t) => schema.nodes.list_item.create(null, schema.nodes.paragraph.create(null, inline(t))))
				)
			);
		} else if (block.startsWith('> ')) {
			blocks.push(
				schema.nodes.blockquote.create(null, schema.nodes.paragraph.create(null, inline(block.replace(/^> ?/gm, ''))))
			);
		} else blocks.push(schema.nodes.paragraph.create(null, inline(block.replace(/\n/g, ' '))));
	}
	const doc = schema.nodes.doc.create({ style }, blocks);
	doc.check();
	return wrapAttrs(doc);
}

function citesOf(s: string, idOf: (key: string) => string | null): DocCite[] {
	return s.split(';').map((part): DocCite => {
		let p = part.trim();
		let prefix = '';
		const pre = /^<([^>]*)>\s*/.exec(p);
		if (pre) {
			prefix = pre[1];
			p = p.slice(pre[0].length);
		}
		const narrative = p.startsWith('!');
		if (narrative) p = p.slice(1);
		const [key, loc] = p.split('|').map((x) => x.trim());
		const locator = loc ? readLocator(loc) : null;
		return {
			sourceId: idOf(key) ?? key,
			locator: locator && { label: locator.label, value: locator.value },
			prefix,
			suffix: '',
			form: narrative ? 'narrative' : 'parenthetical'
		};
	});
}
