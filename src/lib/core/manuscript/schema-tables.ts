/** Tables in the document schema. */
import type { NodeSpec } from 'prosemirror-model';
import { ALIGNMENTS, blockAttrs, id, oneOf, validWidths } from './schema-attrs';

/** How many columns or rows a cell spans, and how wide its columns are in pixels. */
const spans = {
	colspan: { default: 1, validate: 'number' },
	rowspan: { default: 1, validate: 'number' },
	colwidth: { default: null, validate: validWidths },
	align: { default: '', validate: oneOf(...ALIGNMENTS) }
};

function cellFromDom(d: HTMLElement): Record<string, unknown> {
	const colspan = Number(d.getAttribute('colspan') ?? 1);
	const widths =
		/^\d+(,\d+)*$/
			.exec(d.getAttribute('data-colwidth') ?? '')?.[0]
			.split(',')
			.map(Number) ?? null;
	return {
		colspan,
		rowspan: Number(d.getAttribute('rowspan') ?? 1),
		colwidth: widths?.length === colspan ? widths : null,
		align: blockAttrs(d).align
	};
}

const cell = (tag: 'td' | 'th', tableRole: string): NodeSpec => ({
	content: 'paragraph+',
	attrs: spans,
	tableRole,
	isolating: true,
	parseDOM: [{ tag, getAttrs: cellFromDom }],
	toDOM: ({ attrs: a }) => [
		tag,
		{
			...(a.colspan === 1 ? {} : { colspan: a.colspan as number }),
			...(a.rowspan === 1 ? {} : { rowspan: a.rowspan as number }),
			...(a.colwidth ? { 'data-colwidth': (a.colwidth as number[]).join() } : {}),
			...(a.align ? { style: `text-align: ${a.align as string};` } : {})
		},
		0
	]
});

/** Tables by the roles that prosemirror-tables knows them by; it is loaded where there are any (editor/table-plugins.ts). */
export const tableSpecs: Record<string, NodeSpec> = {
	table: {
		content: 'table_row+',
		tableRole: 'table',
		isolating: true,
		group: 'block',
		attrs: { id },
		parseDOM: [{ tag: 'table' }],
		toDOM: () => ['table', ['tbody', 0]]
	},
	table_row: {
		content: '(table_cell | table_header)*',
		tableRole: 'row',
		parseDOM: [{ tag: 'tr' }],
		toDOM: () => ['tr', 0]
	},
	table_cell: cell('td', 'cell'),
	table_header: cell('th', 'header_cell')
};
