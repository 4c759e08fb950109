/** XML as the files of OpenDocument hold it (OpenDocument 1.3, Part 3; white space: 6.1.2 and 6.1.3). */
import { cleanText } from '../clean-text';

/** A text or attribute value. */
export const xml = (s: string): string =>
	cleanText(s).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** Attributes with a value; those that are undefined or empty are left out. */
export function attributes(list: Record<string, string | number | undefined>): string {
	return Object.entries(list)
		.filter(([, v]) => v !== undefined && v !== '')
		.map(([k, v]) => ` ${k}="${xml(String(v))}"`)
		.join('');
}

/** Words of a paragraph: spaces in a row, tabs and line ends are elements. */
export function textXml(s: string): string {
	return xml(s)
		.replace(/\t/g, '<text:tab/>')
		.replace(/\r?\n/g, '<text:line-break/>')
		.replace(/ {2,}/g, (m) => ` <text:s${m.length > 2 ? ` text:c="${m.length - 1}"` : ''}/>`)
		.replace(/^ | $/g, '<text:s/>');
}

export const NAMESPACES = Object.entries({
	office: 'urn:oasis:names:tc:opendocument:xmlns:office:1.0',
	style: 'urn:oasis:names:tc:opendocument:xmlns:style:1.0',
	text: 'urn:oasis:names:tc:opendocument:xmlns:text:1.0',
	table: 'urn:oasis:names:tc:opendocument:xmlns:table:1.0',
	draw: 'urn:oasis:names:tc:opendocument:xmlns:drawing:1.0',
	fo: 'urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0',
	svg: 'urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0',
	meta: 'urn:oasis:names:tc:opendocument:xmlns:meta:1.0',
	dc: 'http://purl.org/dc/elements/1.1/',
	xlink: 'http://www.w3.org/1999/xlink'
})
	.map(([prefix, uri]) => ` xmlns:${prefix}="${uri}"`)
	.join('');

/** A part of the package. @param root its element, without the prefix */
export const part = (root: string, content: string): string =>
	`<?xml version="1.0" encoding="UTF-8"?>\n<office:${root}${NAMESPACES} office:version="1.3">${content}</office:${root}>`;
