/** A small whole PDF (PDF 1.4), written for tests: one page with lines of text, and document information. */
export function tinyPdf(
	info: Record<string, string>,
	lines: { text: string; size: number }[],
	{ locked = false, xmp = '' } = {}
): Buffer {
	const esc = (s: string) => s.replace(/[\\()]/g, '\\$&');
	const content = lines.map((l, i) => `BT /F1 ${l.size} Tf 60 ${760 - 40 * i} Td (${esc(l.text)}) Tj ET`).join('\n');
	const objects = [
		`<< /Type /Catalog /Pages 2 0 R${xmp ? ' /Metadata 7 0 R' : ''} >>`,
		'<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
		'<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> >> >>',
		`<< /Length ${content.length} >>\nstream\n${content}\nendstream`,
		'<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
		`<< ${Object.entries(info)
			.map(([k, v]) => `/${k} (${esc(v)})`)
			.join(' ')} >>`
	];
	if (xmp) objects.push(`<< /Type /Metadata /Subtype /XML /Length ${xmp.length} >>\nstream\n${xmp}\nendstream`);
	// no password makes such a key: a reader asks for one (ISO 32000-1, 7.6.3)
	const lock = `/ID [<00> <00>] /Encrypt << /Filter /Standard /V 1 /R 2 /P -4 /O <${'ab'.repeat(32)}> /U <${'cd'.repeat(32)}> >>`;
	let out = '%PDF-1.4\n';
	const at: number[] = [];
	objects.forEach((o, i) => {
		at.push(out.length);
		out += `${i + 1} 0 obj\n${o}\nendobj\n`;
	});
	const xref = out.length;
	out += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${at.map((n) => `${String(n).padStart(10, '0')} 00000 n \n`).join('')}`;
	out += `trailer\n<< /Size ${objects.length + 1} /Root 1 0 R /Info 6 0 R ${locked ? lock : ''} >>\nstartxref\n${xref}\n%%EOF\n`;
	return Buffer.from(out, 'latin1');
}
