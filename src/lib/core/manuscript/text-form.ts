/**
 * A small text form of manuscripts, for demo data and tests: a block a paragraph.
 * `#` headings, `-` list items, `>` block quotations, `*emphasis*`, `((a note))`, and double braces for the rest:
 * `{{key | p 12 ; <see> key2}}` a citation, `{{!key}}` with the author in the sentence, `{{? hint}}` a gap,
 * `{{bibliography Heading}}` the list, `{{#name}}` a reference to a table, figure or equation. Those are blocks:
 * `{{table #name Caption}}` with rows between bars below it, the first of them its head, `{{figure #name picture | what it
 * shows | Caption | 75}}` with its width in per cent, `{{below}} words` a note below either, `{{equation #name TeX}}`,
 * `{{contents}}`, `{{contents figures}}`.
 */
import { Node } from 'prosemirror-model';
import { wrapAttrs } from './doc-attrs';
import type { DocStyle } from './doc-style';
import { type DocCite } from './cites';
import { schema } from './schema';
import { shareOf } from './schema-attrs';
import { readLocator } from '../source';

/**
 * @param idOf gives the source id for a key; null makes the citation point at the key itself
 * @param pictureOf gives the data address of a picture, or its name among the assets
 */
export function docFromText(
	text: string,
	idOf: (key: string) => string | null = (k) => k,
	style: DocStyle | null = null,
	pictureOf: (name: string) => string = () => ''
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
			} else if (m[1].startsWith('#')) out.push(schema.nodes.cross_ref.create({ target: m[1].slice(1).trim() }));
			else if (m[1].startsWith('?'))
				out.push(schema.nodes.citation_placeholder.create({ id: id(), hint: m[1].slice(1).trim() }));
			else out.push(schema.nodes.citation.create({ id: id(), cites: citesOf(m[1], idOf) }));
		}
		push(s.slice(last));
		return out;
	};
	/** Rows between bars; the first is the head. */
	const table = (rows: string[]): Node =>
		schema.nodes.table.create(
			{ id: id() },
			rows.map((row, n) => {
				const cells = row
					.trim()
					.replace(/^\||\|$/g, '')
					.split('|');
				const type = n ? schema.nodes.table_cell : schema.nodes.table_header;
				return schema.nodes.table_row.create(
					null,
					cells.map((c) => type.create(null, schema.nodes.paragraph.create(null, inline(c.trim()))))
				);
			})
		);
	/** A block that is set apart by its name; null for other text. */
	const named = (block: string): Node | null => {
		const [first, ...rest] = block.split('\n');
		const m = /^\{\{(table|figure|equation) #(\S+) (.*)\}\}$/s.exec(first);
		const legend = /^\{\{below\}\}\s+(.*)$/s.exec(block);
		if (legend) return schema.nodes.paragraph.create({ legend: true }, inline(legend[1].replace(/\n/g, ' ')));
		const contents = /^\{\{contents(?: (headings|figures|tables))?\}\}$/.exec(block);
		if (contents) return schema.nodes.contents.create({ of: contents[1] ?? 'headings' });
		if (!m) return null;
		const [, kind, name, words] = m;
		if (kind === 'equation') return schema.nodes.equation.create({ id: name, tex: words });
		const caption = (s: string) => schema.nodes.caption.create(null, inline(s));
		if (kind === 'table') return schema.nodes.captioned_table.create({ id: name }, [caption(words), table(rest)]);
		const [asset = '', alt = '', text = '', width = '0'] = words.split('|').map((s) => s.trim());
		const attrs = { id: name, asset: pictureOf(asset), alt, width: shareOf(parseInt(width, 10)) };
		return schema.nodes.figure.create(attrs, caption(text));
	};
	const blocks: Node[] = [];
	for (const raw of text.trim().split(/\n\s*\n/)) {
		const block = raw.trim();
		const heading = /^(#{1,4})\s+(.*)$/s.exec(block);
		const list = /^\{\{bibliography(?:\s+(.*))?\}\}$/.exec(block);
		const apart = named(block);
		if (apart) blocks.push(apart);
		else if (heading)
			blocks.push(schema.nodes.heading.create({ id: id(), level: heading[1].length }, inline(heading[2])));
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
