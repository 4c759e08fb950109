/**
 * The final manuscript as an OpenDocument text (OpenDocument 1.3): real notes, named styles, pages with head and foot,
 * numbers and references as fields. Nothing in it is live, unless it is asked for.
 */
import { strToU8, zipSync, type Zippable } from 'fflate';
import { cleanPage, contentsTitle, NO_FIELDS, setupOf, type PageSetup, type TitleFields } from '../../page';
import { ownContents } from '../contents';
import { splitTitle, type FinalDoc } from '../final';
import { LIVE_PROPERTY, type LiveFile } from '../live-data';
import { abstractLines, openingLines } from '../opening';
import { surnameOf } from '../pages/opening';
import { Content } from './content';
import { stylesPart } from './styles';
import { part, xml } from './xml';

export const ODT_TYPE = 'application/vnd.oasis.opendocument.text';

export interface OdtPage {
	setup: PageSetup;
	fields: TitleFields;
}

/**
 * @param page how the pages are set up; as they are where nothing was chosen when left out
 * @param live what a live file carries; a final one where it is left out
 */
export function writeOdt(
	doc: FinalDoc,
	{ setup, fields }: OdtPage = { setup: setupOf(cleanPage(null), doc.lang), fields: NO_FIELDS },
	live: LiveFile | null = null
): Uint8Array {
	const content = new Content(doc, setup, live !== null);
	content.learn(doc.blocks);
	const { title, body } = splitTitle(doc);
	const inColumns = setup.columns === 2;
	const opening = openingLines(title.length > 0, doc.authors, fields, setup);
	const before = content.opening(opening.lines, title);
	const own = ownContents(body, setup, contentsTitle('headings', doc.lang));
	const contents = own ? content.made(content.contents(own, before !== '')) : '';
	const abstract = inColumns ? content.made(content.opening(abstractLines(fields, setup, false), title)) : '';
	const ownPage = own !== null || (before !== '' && opening.ownPage);
	const text = abstract + content.body(body, ownPage);
	const columns = inColumns
		? `<text:section text:style-name="${content.styles.section(2)}" text:name="Text">${text}</text:section>`
		: text;
	const words = {
		title: doc.title,
		runningHead: fields.runningHead.trim(),
		surname: surnameOf(doc.authors[0] ?? '')
	};
	const main = part(
		'document-content',
		`<office:automatic-styles>${content.styles.all()}</office:automatic-styles><office:body><office:text>${content.declarations()}${before}${contents}${columns}</office:text></office:body>`
	);
	const authors = doc.authors.join('; ');
	const meta = part(
		'document-meta',
		`<office:meta>${doc.title ? `<dc:title>${xml(doc.title)}</dc:title>` : ''}${
			authors
				? `<meta:initial-creator>${xml(authors)}</meta:initial-creator><dc:creator>${xml(authors)}</dc:creator>`
				: ''
		}${doc.lang ? `<dc:language>${xml(doc.lang)}</dc:language>` : ''}${
			fields.keywords.trim() ? `<meta:keyword>${xml(fields.keywords.trim())}</meta:keyword>` : ''
		}${
			live
				? `<meta:user-defined meta:name="${LIVE_PROPERTY}" meta:value-type="string">${xml(JSON.stringify(live))}</meta:user-defined>`
				: ''
		}</office:meta>`
	);
	const parts = [
		{ path: 'content.xml', type: 'text/xml', bytes: strToU8(main) },
		{
			path: 'styles.xml',
			type: 'text/xml',
			bytes: strToU8(stylesPart(setup, words, doc.lang, doc, content.entries.all))
		},
		{ path: 'meta.xml', type: 'text/xml', bytes: strToU8(meta) },
		...content.members
	];
	const rows = [{ path: '/', type: ODT_TYPE }, ...parts].map(
		({ path, type }) =>
			`<manifest:file-entry manifest:full-path="${xml(path)}" manifest:media-type="${type}"${path === '/' ? ' manifest:version="1.3"' : ''}/>`
	);
	const manifest = `<?xml version="1.0" encoding="UTF-8"?>\n<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">${rows.join('')}</manifest:manifest>`;
	const files: Zippable = {
		// the type stands first and as it is (Part 2, 3.3)
		mimetype: [strToU8(ODT_TYPE), { level: 0 }]
	};
	for (const { path, bytes } of parts) if (!path.endsWith('/')) files[path] = bytes;
	files['META-INF/manifest.xml'] = strToU8(manifest);
	return zipSync(files);
}
