/** Gestures that do nothing, for tests of the editor without a page. */
import type { Gestures } from './plugins';

export const NO_GESTURES: Gestures = {
	cite: () => {},
	openSelected: () => false,
	insertNote: () => false,
	insertPlaceholder: () => false,
	step: () => false,
	beside: () => {},
	quotes: () => null,
	shapesMarks: () => true,
	placement: () => 'sentence'
};
