/** Words of an element as the text of a CSL field, which has markup for italics, bold and raised or lowered letters. */

const TAGS: Record<string, string> = { i: 'i', em: 'i', b: 'b', strong: 'b', sup: 'sup', sub: 'sub' };

export function fieldText(el: Node): string {
	let out = '';
	for (const n of el.childNodes) {
		if (n.nodeType === 3) out += n.nodeValue ?? '';
		else if (n instanceof HTMLElement) {
			const name = n.tagName.toLowerCase();
			const inner = fieldText(n);
			const tag = TAGS[name];
			if (!inner && name !== 'br') continue;
			out += tag ? `<${tag}>${inner}</${tag}>` : /^(?:br|div|p)$/.test(name) ? ` ${inner}` : inner;
		}
	}
	return out.replace(/[ \t\n]+/g, ' ').trim();
}
