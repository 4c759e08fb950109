/**
 * A colleague who edits a live DOCX of the demo chapter in a word processor: with changes tracked and without, with a
 * comment and an answer, in the text and in a note. For tests and pictures.
 */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';

const VERA = 'w:author="Vera Lindgate" w:date="2026-11-24T10:12:00Z"';
const run = (text) => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`;
const deleted = (text, who, id) =>
	`<w:del w:id="${id}" ${who}><w:r><w:delText xml:space="preserve">${text}</w:delText></w:r></w:del>`;
const inserted = (text, who, id) => `<w:ins w:id="${id}" ${who}>${run(text)}</w:ins>`;

/** Cuts a run in two and puts something between; what stands there must be there. */
function within(xml, words, by, keep = '') {
	const at = xml.indexOf(words);
	if (at < 0) throw new Error(`The text does not say “${words}”.`);
	const parts = `${keep}</w:t></w:r>${by}<w:r><w:t xml:space="preserve">`;
	return xml.slice(0, at) + parts + xml.slice(at + words.length);
}
/** Takes out the paragraph that has these words. */
function withoutParagraph(xml, words) {
	const at = xml.indexOf(words);
	if (at < 0) throw new Error(`The text does not say “${words}”.`);
	const from = xml.lastIndexOf('<w:p>', at);
	return xml.slice(0, from) + xml.slice(xml.indexOf('</w:p>', at) + '</w:p>'.length);
}
const reworded = (xml, words, by) => {
	if (!xml.includes(words)) throw new Error(`The text does not say “${words}”.`);
	return xml.replace(words, by);
};

/**
 * What an editing program would write back.
 * @param {Uint8Array} bytes the file as it was sent
 * @returns {Uint8Array}
 */
export function afterColleague(bytes) {
	const parts = unzipSync(bytes);
	const edit = (name, change) => (parts[name] = strToU8(change(strFromU8(parts[name]))));
	edit('word/document.xml', (xml) => {
		let out = within(
			xml,
			', and for four years a number of women,',
			deleted(', and for four years a number of women,', VERA, 901) +
				inserted(' and, from 1915 to 1919, eleven women', VERA, 902)
		);
		out = within(
			out,
			'who paid when it was?',
			`<w:commentRangeStart w:id="0"/>${run('who paid when it was?')}<w:commentRangeEnd w:id="0"/><w:r><w:commentReference w:id="0"/></w:r>`
		);
		// without tracking: a sentence that is new, a word, a paragraph that went
		out = reworded(
			out,
			'The usual answer is civic.',
			'The usual answer is civic. The board’s jubilee volume gives it too.'
		);
		out = reworded(out, 'small enough to be blamed on', 'small enough to blame on');
		return withoutParagraph(out, 'The chapter has three parts.');
	});
	parts['word/comments.xml'] = strToU8(
		`<?xml version="1.0" encoding="UTF-8" standalone="yes"?><w:comments xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:comment w:id="0" ${VERA} w:initials="VL"><w:p>${run('Two questions in one sentence. Split?')}</w:p></w:comment></w:comments>`
	);
	edit('docProps/core.xml', (xml) =>
		xml
			.replace(/<cp:lastModifiedBy>.*?<\/cp:lastModifiedBy>/, '<cp:lastModifiedBy>Vera Lindgate</cp:lastModifiedBy>')
			.replace(/(<dcterms:modified[^>]*>).*?(<\/dcterms:modified>)/, '$12026-11-24T10:20:00Z$2')
	);
	return zipSync(parts);
}
