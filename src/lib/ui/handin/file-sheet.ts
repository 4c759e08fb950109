/** The file that is handed in, shown in the page. */

/** Draws the file with its own style sheet, apart from the app's (a shadow root). */
export function sheet(el: HTMLElement, html: string): { update: (html: string) => void } {
	const root = el.shadowRoot ?? el.attachShadow({ mode: 'open' });
	const draw = (text: string) => {
		const style = /<style>([\s\S]*?)<\/style>/.exec(text);
		const parsed = new DOMParser().parseFromString(text.replace(style?.[0] ?? '', ''), 'text/html');
		const css = new CSSStyleSheet();
		css.replaceSync((style?.[1] ?? '').replace(/\bbody\b/, '.body'));
		root.adoptedStyleSheets = [css];
		const body = document.createElement('div');
		body.className = 'body';
		// here it is a picture of the file: the roles of a page of its own would clash with this one's
		for (const m of parsed.querySelectorAll('main')) m.replaceWith(...m.childNodes);
		for (const e of parsed.querySelectorAll('[role=doc-biblioentry]')) e.removeAttribute('role');
		body.append(...parsed.body.childNodes);
		root.replaceChildren(body);
	};
	draw(html);
	return { update: draw };
}
