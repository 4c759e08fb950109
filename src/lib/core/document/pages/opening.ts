/** What stands before the text: title page, heading block or byline, abstract, contents. */
import type { PageSetup, TitleFields } from '../../page';
import { esc, inlineHtml, type PutNote } from '../html';
import type { FinalInline } from '../final';

export interface Opening {
	title: FinalInline[];
	authors: readonly string[];
	fields: TitleFields;
}

const line = (text: string, className = ''): string =>
	text.trim() ? `<p${className ? ` class="${className}"` : ''} dir="auto">${esc(text.trim())}</p>` : '';
/** Paragraphs of what was typed. */
export const paragraphsOf = (text: string): string[] =>
	text
		.split(/\n+/)
		.map((p) => p.trim())
		.filter(Boolean);

/** Names in a row: the last after “and”. */
export function namesInRow(names: readonly string[]): string {
	const list = names.filter((n) => n.trim());
	if (list.length < 2) return list.join('');
	return `${list.slice(0, -1).join(', ')}${list.length > 2 ? ',' : ''} and ${list.at(-1)}`;
}

/** A name as it is written in running text: “Lark, Ida” turned round. */
export function nameInOrder(name: string): string {
	const [family, given] = name.split(/,(.*)/s);
	return given?.trim() ? `${given.trim()} ${family.trim()}` : name.trim();
}

/** The last name of a person, as running heads have it. */
export function surnameOf(name: string): string {
	const [family, given] = name.split(/,(.*)/s);
	return given?.trim() ? family.trim() : (name.trim().split(/\s+/).at(-1) ?? '');
}

export function openingHtml(o: Opening, setup: PageSetup, put: PutNote): string {
	const { fields } = o;
	const authors = o.authors.map(nameInOrder);
	const title = o.title.length ? `<h1 class="paper-title" dir="auto">${inlineHtml(o.title, put)}</h1>` : '';
	// notes of a title stand with its first printing
	const again = o.title.length
		? `<h1 class="paper-title" dir="auto">${inlineHtml(
				o.title.filter((i) => i.t !== 'note'),
				put
			)}</h1>`
		: '';
	const names = line(namesInRow(authors), 'authors');
	switch (setup.opening) {
		case 'title-page': {
			const rest = [fields.affiliation, fields.course, fields.instructor, fields.date].map((x) => line(x)).join('');
			const note = fields.authorNote.trim()
				? `<div class="author-note"><p class="label">Author Note</p>${paragraphsOf(fields.authorNote)
						.map((p) => line(p))
						.join('')}</div>`
				: '';
			return `<section class="title-page">${title}${names}${rest}${note}</section>${abstractHtml(fields, setup)}${
				setup.titleAgain ? again : ''
			}`;
		}
		case 'heading-block': {
			const rows = [namesInRow(authors), fields.instructor, fields.course, fields.date].map((x) => line(x)).join('');
			return `<section class="heading-block">${rows}</section>${title}${abstractHtml(fields, setup)}`;
		}
		case 'byline': {
			const rest = [fields.affiliation, fields.course, fields.instructor, fields.date].map((x) => line(x)).join('');
			return `<section class="byline">${title}${names}${rest}</section>`;
		}
		case 'title':
			return `${title}${abstractHtml(fields, setup)}`;
	}
}

export function abstractHtml(fields: TitleFields, setup: PageSetup): string {
	const list = paragraphsOf(fields.abstract);
	if (!list.length) return '';
	const keywords = fields.keywords.trim()
		? `<p class="keywords"><em>${setup.columns === 2 ? 'Index Terms—' : 'Keywords:'}</em> ${esc(fields.keywords.trim())}</p>`
		: '';
	// the template for conferences has it run in, in bold
	if (setup.columns === 2)
		return `<section class="abstract"><p><strong><em>Abstract</em>—${list.map(esc).join(' ')}</strong></p>${keywords}</section>`;
	const own = setup.abstractPage ? ' own-page' : '';
	return `<section class="abstract${own}"><p class="label">Abstract</p>${list
		.map((p) => line(p))
		.join('')}${keywords}</section>`;
}
