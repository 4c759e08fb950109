/** Fonts of pages, as style sheets with the addresses they are served at. */
import type { FontId } from '$lib/core/page';

export interface FontFaces {
	css: string;
	/** Names of the families, as a style sheet has them. */
	families: string[];
}

const text = (list: { default: string }[]): string => list.map((m) => m.default).join('\n');

export async function fontFaces(font: FontId): Promise<FontFaces> {
	switch (font) {
		case 'times':
			return {
				families: ["'Tinos'"],
				css: text(
					await Promise.all([
						import('@fontsource/tinos/400.css?inline'),
						import('@fontsource/tinos/400-italic.css?inline'),
						import('@fontsource/tinos/700.css?inline'),
						import('@fontsource/tinos/700-italic.css?inline')
					])
				)
			};
		case 'sans':
			return {
				families: ["'Arimo'"],
				css: text(
					await Promise.all([
						import('@fontsource/arimo/400.css?inline'),
						import('@fontsource/arimo/400-italic.css?inline'),
						import('@fontsource/arimo/700.css?inline'),
						import('@fontsource/arimo/700-italic.css?inline')
					])
				)
			};
		case 'garamond':
			return {
				families: ["'EB Garamond Variable'"],
				css: text(
					await Promise.all([
						import('@fontsource-variable/eb-garamond/wght.css?inline'),
						import('@fontsource-variable/eb-garamond/wght-italic.css?inline')
					])
				)
			};
		case 'literata':
			return {
				families: ["'Literata Variable'"],
				css: text(
					await Promise.all([
						import('@fontsource-variable/literata/standard.css?inline'),
						import('@fontsource-variable/literata/standard-italic.css?inline')
					])
				)
			};
	}
}
