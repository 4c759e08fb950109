/** Hands a file to the person. */
export function download(name: string, data: string | Blob | Uint8Array, type: string): void {
	const blob = data instanceof Blob ? data : new Blob([data as BlobPart], { type });
	const url = URL.createObjectURL(blob);
	const a = document.createElement('a');
	a.href = url;
	a.download = name;
	document.body.append(a);
	a.click();
	a.remove();
	setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A title as a file name. */
export const fileName = (title: string): string =>
	title
		.normalize('NFKD')
		.replace(/\p{M}/gu, '')
		.replace(/[^\p{L}\p{N}]+/gu, '-')
		.replace(/^-|-$/g, '')
		.toLowerCase()
		.slice(0, 60) || 'manuscript';
