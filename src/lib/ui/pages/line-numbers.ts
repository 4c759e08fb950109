/** Numbers of lines in the margin, through all pages: journals ask for them so that reviewers can point. */

/** Lines of a page: the heights at which its text begins, from the top. */
function linesOf(area: Element): { top: number; height: number }[] {
	const out: { top: number; height: number }[] = [];
	const range = document.createRange();
	for (const block of area.querySelectorAll('p, li, h1, h2, h3, h4, h5, blockquote')) {
		if (block.closest('table, .fn') || block.querySelector('p, li')) continue;
		range.selectNodeContents(block);
		for (const r of range.getClientRects()) {
			if (!r.width || !r.height) continue;
			// marks and raised letters are of the line that they stand in
			if (
				!out.some((l) => Math.abs(l.top + l.height / 2 - (r.top + r.height / 2)) < Math.max(l.height, r.height) * 0.6)
			)
				out.push({ top: r.top, height: r.height });
		}
	}
	return out.sort((a, b) => a.top - b.top);
}

export function numberLines(pages: HTMLElement): void {
	let n = 0;
	// the pages are seen smaller than they are
	for (const page of pages.querySelectorAll<HTMLElement>('.pagedjs_page')) {
		page.style.contentVisibility = 'visible';
		const area = page.querySelector<HTMLElement>('.pagedjs_page_content');
		if (!area) continue;
		const box = page.getBoundingClientRect();
		const scale = box.height / page.offsetHeight || 1;
		const left = (area.getBoundingClientRect().left - box.left) / scale;
		for (const line of linesOf(area)) {
			const mark = document.createElement('span');
			mark.className = 'line-number';
			mark.setAttribute('aria-hidden', 'true');
			mark.textContent = String(++n);
			mark.style.top = `${(line.top + line.height / 2 - box.top) / scale - 6}px`;
			mark.style.left = `${left - 34}px`;
			page.append(mark);
		}
		page.style.contentVisibility = '';
		page.style.position = 'relative';
	}
}
