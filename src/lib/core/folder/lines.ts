/** JSON with one record a line (RFC 8259): short, and still readable for who compares two states line by line. */

/** @param levels so deep each field or element stands on a line of its own */
export function inLines(x: unknown, levels: number): string {
	if (levels <= 0 || typeof x !== 'object' || x === null) return JSON.stringify(x) ?? 'null';
	if (Array.isArray(x)) return x.length ? `[\n${x.map((v) => inLines(v ?? null, levels - 1)).join(',\n')}\n]` : '[]';
	const fields = Object.entries(x).filter(([, v]) => v !== undefined);
	if (!fields.length) return '{}';
	return `{\n${fields.map(([k, v]) => `${JSON.stringify(k)}: ${inLines(v, levels - 1)}`).join(',\n')}\n}`;
}
