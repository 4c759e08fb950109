/** Rich and plain text onto the clipboard, both at once. */
export async function copyRich(html: string, text: string): Promise<void> {
	await navigator.clipboard.write([
		new ClipboardItem({
			'text/html': new Blob([html], { type: 'text/html' }),
			'text/plain': new Blob([text], { type: 'text/plain' })
		})
	]);
}
