/** Pasted rich text is cleaned before the schema takes what it can hold. */
import DOMPurify from 'dompurify';

const OWN = ['data-rq-citation', 'data-rq-note', 'data-rq-gap', 'data-rq-bibliography', 'data-pm-slice'];

/** Removes scripts, styles, comments and office clutter; keeps our own data attributes. */
export function cleanPaste(html: string): string {
	const body = html
		.replace(/<!--\[if[\s\S]*?<!\[endif\]-->/g, '')
		.replace(/<\/?o:[^>]*>/g, '')
		.replace(/<(style|script|title|meta|link)\b[\s\S]*?(<\/\1>|\/?>)/gi, '');
	return DOMPurify.sanitize(body, {
		ADD_ATTR: [...OWN, 'style'],
		ALLOWED_URI_REGEXP: /^(?:https?:|mailto:|data:image\/(?:png|jpeg|gif|webp);)/i,
		FORBID_TAGS: ['script', 'style', 'iframe', 'object', 'embed', 'form', 'input', 'button', 'svg', 'math'],
		KEEP_CONTENT: true
	});
}
