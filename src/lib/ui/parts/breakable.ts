/** A long address may be broken behind a slash, so that a narrow margin does not leave its last mark alone on a line. */
export const breakable = (html: string): string =>
	html.replace(/https?:\/\/[^\s<]+|\b10\.\d{4,9}\/[^\s<]+/g, (address) =>
		address.replace(/(?<!\/|:)\/(?!\/)/g, '/<wbr>')
	);
