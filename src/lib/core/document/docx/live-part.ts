/** The part of a package that holds what is live (ECMA-376-2, 9 parts and relationships; ECMA-376-1, 15.2.5 custom XML). */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { LIVE_NAMESPACE, type LiveFile } from '../live-data';

const TYPES = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const PROPERTIES = 'application/vnd.openxmlformats-officedocument.customXmlProperties+xml';
const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const text = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** Adds the part to a file that was written. */
export function addLivePart(file: Uint8Array, live: LiveFile): Uint8Array {
	const parts = unzipSync(file);
	const edit = (name: string, change: (xml: string) => string) => {
		parts[name] = strToU8(change(strFromU8(parts[name])));
	};
	parts['customXml/item1.xml'] = strToU8(`${HEAD}<live xmlns="${LIVE_NAMESPACE}">${text(JSON.stringify(live))}</live>`);
	parts['customXml/itemProps1.xml'] = strToU8(
		`${HEAD}<ds:datastoreItem ds:itemID="{6B1F2C3E-5A41-4C0E-9D7B-0F3C52A7E911}" xmlns:ds="http://schemas.openxmlformats.org/officeDocument/2006/customXml"><ds:schemaRefs><ds:schemaRef ds:uri="${LIVE_NAMESPACE}"/></ds:schemaRefs></ds:datastoreItem>`
	);
	const relations = (inner: string) =>
		`${HEAD}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${inner}</Relationships>`;
	parts['customXml/_rels/item1.xml.rels'] = strToU8(
		relations(`<Relationship Id="rId1" Type="${TYPES}/customXmlProps" Target="itemProps1.xml"/>`)
	);
	edit('word/_rels/document.xml.rels', (xml) =>
		xml.replace(
			'</Relationships>',
			`<Relationship Id="rIdLive" Type="${TYPES}/customXml" Target="../customXml/item1.xml"/></Relationships>`
		)
	);
	edit('[Content_Types].xml', (xml) =>
		xml.replace('</Types>', `<Override PartName="/customXml/itemProps1.xml" ContentType="${PROPERTIES}"/></Types>`)
	);
	return zipSync(parts);
}
