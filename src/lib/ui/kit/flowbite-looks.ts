/**
 * Looks of the parts of Flowbite that the first page brings, in the place of the library's own: those name every colour
 * there is, and are a tenth of what a part of the editor weighs. The build puts them there (vite.config.ts); kit.css has
 * the rest.
 */
interface Given {
	class?: unknown;
}
type Look = (given?: Given) => string;

const look =
	(own: string): Look =>
	(given) =>
		[own, given?.class].filter((c) => typeof c === 'string' && c).join(' ');

export const button = (): Record<'base' | 'outline' | 'shadow' | 'spinner', Look> => ({
	base: look(''),
	outline: look(''),
	shadow: look(''),
	spinner: look('ms-2')
});
/** Not used here; the library's index asks for it. */
export const gradientButton: Look = look('');
export const closeButton = (): Record<'base' | 'svg', Look> => ({
	base: look('kit-close m-0.5 rounded-lg p-1.5'),
	svg: look('h-5 w-5')
});
export const alert: Look = look('');
export const spinner: Look = look('inline-block h-4 w-4 animate-spin');
