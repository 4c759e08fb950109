/** Pasted rich text is cleaned before the schema takes what it can hold. */
import DOMPurify from 'dompurify';

/** Elements whose words are none of the text: style sheets, scripts, page titles, what office programs write about themselves. */
const NO_TEXT = ['style', 'script', 'title', 'head', 'xml', 'template', 'noscript', 'iframe', 'object', 'embed'];
const NO_PLACE = ['form', 'input', 'button', 'select', 'textarea', 'svg', 'math', 'link', 'meta', 'base'];

/** Code has its line breaks in the text; in a paragraph they have to be elements. */
function breakLines(doc: Document): void {
	for (const pre of doc.querySelectorAll('pre')) {
		const walk = doc.createTreeWalker(pre, NodeFilter.SHOW_TEXT);
		const texts: Text[] = [];
		for (let n = walk.nextNode(); n; n = walk.nextNode()) texts.push(n as Text);
		for (const t of texts) {
			const lines = t.data.replace(/\r\n?/g, '\n').split('\n');
			if (lines.length === 1) continue;
			const parts = lines.flatMap((l, i) =>
				i ? [doc.createElement('br'), doc.createTextNode(l)] : [doc.createTextNode(l)]
			);
			t.replaceWith(...parts);
		}
		// the break at the very end only closed the last line
		let last = pre.lastChild;
		while (last && last.nodeType === Node.TEXT_NODE && !last.textContent) last = last.previousSibling;
		if (last?.nodeName === 'BR') last.remove();
		const p = doc.createElement('p');
		p.append(...pre.childNodes);
		pre.replaceWith(p);
	}
}

/** The page that pasted HTML makes, without what is none of its text. */
export function pastedPage(html: string): Document {
	// conditional comments of office programs hide markup from readers of HTML, and are none for the parser
	const body = html
		.replace(/<!--\[if[\s\S]*?<!\[endif\]-->/g, '')
		.replace(/<!\[(?:if[^\]]*|endif)\]>/g, '')
		// the parser would hold a style sheet against the page's policy, in the console
		.replace(/<style\b[^>]*>[\s\S]*?<\/style\s*>/gi, '');
	const doc = new DOMParser().parseFromString(body, 'text/html');
	for (const e of doc.querySelectorAll([...NO_TEXT, ...NO_PLACE.filter((t) => t !== 'form')].join())) e.remove();
	breakLines(doc);
	return doc;
}

/** A part of such a page as safe HTML; our own data attributes stay. */
export const safeHtml = (html: string): string =>
	DOMPurify.sanitize(html, {
		ADD_ATTR: ['style', 'start', 'type', 'align', 'colspan', 'rowspan', 'lang'],
		ALLOW_DATA_ATTR: true,
		// asked of every attribute's value: whatever is no address passes, of addresses only these
		ALLOWED_URI_REGEXP: /^(?:https?:|mailto:|data:image\/(?:png|jpeg|gif|webp);|[^a-z]|[a-z+.-]+(?:[^a-z+.\-:]|$))/i,
		FORBID_TAGS: ['form'],
		KEEP_CONTENT: true
	});

/** Removes scripts, styles, comments and office clutter, with the words in them; keeps our own data attributes. */
export const cleanPaste = (html: string): string => safeHtml(pastedPage(html).body.innerHTML);
