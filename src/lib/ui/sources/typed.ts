/** A field whose value comes from the library: what somebody is typing is never overwritten by an earlier state. */
import { inBackground } from '$lib/services/problems';

export interface TypedField {
	value: string;
	/** Keeps what was typed; settles when it is kept. */
	commit: (text: string) => unknown;
}

/**
 * Until what was typed is kept, states from before are not shown; what is being typed is left alone. After that the field
 * shows what is in the library.
 */
export function typed(el: HTMLInputElement | HTMLTextAreaElement, field: TypedField) {
	let { value, commit } = field;
	let last = value;
	let pending = 0;
	/** The library has another value than when it was shown last; what was refused stays to be corrected. */
	let fresh = false;
	el.value = value;
	const show = () => {
		if (!fresh || pending || el.value !== last) return;
		fresh = false;
		last = value;
		if (el.value !== value) el.value = value;
	};
	const keep = async () => {
		last = el.value;
		pending++;
		try {
			await commit(el.value);
		} finally {
			pending--;
			// the new state is drawn first
			setTimeout(show, 0);
		}
	};
	const changed = () => inBackground(keep(), 'What was typed here could not be kept.');
	el.addEventListener('change', changed);
	return {
		update(next: TypedField) {
			if (next.value !== value) fresh = true;
			({ value, commit } = next);
			show();
		},
		destroy: () => el.removeEventListener('change', changed)
	};
}
