/** What a source of its kind cannot do without (the elements that APA 7 ch. 9, MLA 9 ch. 5 and Chicago 17 ch. 14 ask for; from memory). */
import type { Item } from '../../csl';
import { labelOf } from '../fields';
import { kindOf } from '../kinds';
import { caution, type Finding } from './types';

/** Fields by kind; a bar stands between fields of which one is enough. */
const NEEDS: Record<string, string> = {
	book: 'author|editor|translator title issued publisher',
	chapter: 'author title container-title issued publisher page',
	'article-journal': 'author title container-title issued volume|issue|DOI|status',
	'article-magazine': 'title container-title issued',
	'article-newspaper': 'title container-title issued',
	article: 'author title issued DOI|URL|number',
	webpage: 'title URL',
	post: 'title URL container-title',
	'post-weblog': 'title URL',
	report: 'author|publisher title issued publisher|author',
	thesis: 'author title issued publisher genre',
	'paper-conference': 'author title issued container-title|event-title',
	'entry-encyclopedia': 'title container-title',
	'entry-dictionary': 'title container-title',
	interview: 'author|interviewer issued',
	personal_communication: 'author issued',
	speech: 'author title issued event-title|event-place',
	motion_picture: 'title issued director|author|publisher',
	broadcast: 'title issued container-title|publisher',
	song: 'title author|composer|performer issued',
	graphic: 'title author|archive',
	map: 'title issued',
	manuscript: 'title archive',
	document: 'title archive|publisher|URL',
	legislation: 'title issued',
	legal_case: 'title issued authority|container-title',
	bill: 'title number',
	treaty: 'title issued',
	patent: 'title number issued',
	standard: 'title number publisher|authority',
	dataset: 'author|publisher title issued',
	software: 'title',
	'review-book': 'author container-title reviewed-title|title issued',
	performance: 'title issued'
};

const there = (v: unknown) => v !== undefined && v !== null && v !== '' && !(Array.isArray(v) && !v.length);

/** Fields that are missing for this kind; each is a list of which one is enough. */
export function missingFields(item: Item): string[][] {
	return (NEEDS[item.type] ?? 'title')
		.split(' ')
		.map((n) => n.split('|'))
		.filter((list) => !list.some((f) => there(item[f])));
}

export function essentials(item: Item): Finding[] {
	return missingFields(item).map((list) => {
		const names = list.map((f) => labelOf(item.type, f).toLowerCase());
		const what = names.length === 1 ? names[0] : `${names.slice(0, -1).join(', ')} or ${names[names.length - 1]}`;
		return caution(
			'missing',
			list[0],
			`A ${kindOf(item.type).name.toLowerCase()} is listed with its ${what}, which is missing`
		);
	});
}
