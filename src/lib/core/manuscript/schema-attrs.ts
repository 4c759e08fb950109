/** Attributes of the schema. Every one is validated when a stored document is read. */
import type { Node } from 'prosemirror-model';
import { isAssetId, safeImage } from './assets';
import { cleanCites } from './cites';
import { attrValue } from './doc-attrs';
import { cleanDocStyle } from './doc-style';

type Validate = (value: unknown) => void;
/** One of some words. @throws RangeError otherwise, as prosemirror-model wants it */
export const oneOf =
	(...allowed: (string | number)[]): Validate =>
	(value) => {
		if (!allowed.includes(value as string))
			throw new RangeError(`Expected ${allowed.join(', ')}, got ${String(value)}`);
	};
/** Addresses that a link may lead to; scripts and data never do. */
export const SAFE_LINK = /^(?:https?:|mailto:)/i;
export const validLink: Validate = (value) => {
	if (typeof value !== 'string' || !SAFE_LINK.test(value)) throw new RangeError('Expected a web or mail address');
};
export const validAsset: Validate = (value) => {
	if (typeof value !== 'string' || !(value === '' || isAssetId(value) || safeImage(value)))
		throw new RangeError('Expected the name of a picture');
};
/** The least width of a picture, in per cent of that of the text. */
const LEAST_SHARE = 5;
export const validShare: Validate = (value) => {
	if (value !== 0 && !(Number.isInteger(value) && (value as number) >= LEAST_SHARE && (value as number) <= 100))
		throw new RangeError('Expected per cent of the width, or 0');
};
/** A width as the schema has it, of what a file says: whole per cent; 0 where that says nothing. */
export function shareOf(per: string | number | null): number {
	const n = Math.round(Number(per ?? 0));
	return n > 0 ? Math.min(100, Math.max(LEAST_SHARE, n)) : 0;
}
export const plainObject: Validate = (value) => {
	if (!value || typeof value !== 'object' || Array.isArray(value)) throw new RangeError('Expected an object');
};
export const docObject: Validate = (attr) => plainObject(attrValue(attr));
export const objectOrNull: Validate = (value) => value === null || plainObject(value);
export const validCites: Validate = (value) => {
	if (!Array.isArray(value) || cleanCites(value).length !== value.length)
		throw new RangeError('Expected a list of cites');
};
export const validStyle: Validate = (attr) => {
	const value = attrValue(attr);
	if (value !== null && cleanDocStyle(value) === null) throw new RangeError('Expected a citation style');
};
/** BCP 47 language tags, as far as their shape goes; empty for the language of what it stands in. */
const LANGUAGE = /^(?:[A-Za-z]{2,8}(?:-[A-Za-z0-9]{1,8})*)?$/;
export const validLanguage: Validate = (value) => {
	if (typeof value !== 'string' || !LANGUAGE.test(value))
		throw new RangeError(`Expected a language, got ${String(value)}`);
};

export const ALIGNMENTS = ['', 'left', 'center', 'right', 'justify'] as const;
/** Empty for the alignment of the manuscript's page set-up. */
export type Alignment = (typeof ALIGNMENTS)[number];

export const id = { default: '', validate: 'string' };
export const lang = { default: '', validate: validLanguage };
export const align = { default: '', validate: oneOf(...ALIGNMENTS) };

/** Language and alignment that pasted markup states. */
export function blockAttrs(d: HTMLElement | string): { lang: string; align: Alignment } {
	const el = d as HTMLElement;
	const language = el.getAttribute('lang') ?? '';
	const side = (el.style?.textAlign || el.getAttribute('align') || '').toLowerCase() as Alignment;
	return { lang: LANGUAGE.test(language) ? language : '', align: ALIGNMENTS.includes(side) ? side : '' };
}

/** Attributes of the element that shows a block: its language and alignment where they are its own, and what kind it is of. */
export function blockDom(n: Node): Record<string, string> {
	const out: Record<string, string> = {};
	if (n.attrs.legend) out.class = 'legend';
	if (n.attrs.lang) out.lang = n.attrs.lang as string;
	if (n.attrs.align) out.style = `text-align: ${n.attrs.align as string}`;
	return out;
}

/** Widths of the columns of a cell, in pixels. */
export function validWidths(value: unknown): void {
	if (value !== null && !(Array.isArray(value) && value.every((n) => typeof n === 'number')))
		throw new RangeError('Widths of columns are numbers, or none.');
}
