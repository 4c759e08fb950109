/** Comments of a live file (OpenDocument 1.3, Part 3, 14.1 office:annotation). The standard has no replies: they are comments on the same words. */
import type { Said } from '../../paper';
import type { RangedComment } from '../comment-ranges';
import { textXml, xml } from './xml';

const annotation = (name: string, { by, at, text }: Said): string => {
	const date = new Date(at);
	// without a zone, as the other program writes it
	const day = Number.isNaN(date.getTime()) ? '' : `<dc:date>${date.toISOString().replace(/Z$/, '')}</dc:date>`;
	return `<office:annotation office:name="${name}"><dc:creator>${xml(by)}</dc:creator>${day}${text
		.split('\n')
		.map((line) => `<text:p>${textXml(line)}</text:p>`)
		.join('')}</office:annotation>`;
};
const nameOf = (n: number): string => `comment${n}`;

export const annotationXml = ({ n, comment, replies }: RangedComment): string =>
	annotation(nameOf(n), comment) + comment.replies.map((r, i) => annotation(nameOf(replies[i]), r)).join('');

export const annotationEnd = ({ n, replies }: RangedComment): string =>
	[n, ...replies].map((x) => `<office:annotation-end office:name="${nameOf(x)}"/>`).join('');
