/** The caret stays where it was when an editor is entered by a key, not by the mouse. */
import { Plugin } from 'prosemirror-state';

/**
 * A browser puts the caret of an editor that is entered by Tab at its very beginning, and the editor hears of it later
 * than of a key pressed at once: the first words would go there. So the caret is put back before anything else happens.
 */
export function caretOnFocus(): Plugin {
	let pointed = false;
	const press = () => {
		pointed = true;
		return false;
	};
	return new Plugin({
		props: {
			handleDOMEvents: {
				mousedown: press,
				touchstart: press,
				focus: (view) => {
					if (!pointed) view.focus();
					return false;
				}
			}
		},
		view: () => {
			const release = () => {
				pointed = false;
			};
			const events = ['pointerup', 'pointercancel', 'dragend', 'keydown'] as const;
			for (const e of events) window.addEventListener(e, release, true);
			return {
				destroy: () => {
					for (const e of events) window.removeEventListener(e, release, true);
				}
			};
		}
	});
}
