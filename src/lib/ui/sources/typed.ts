/** A field whose value comes from the library: what somebody is typing is never overwritten by an earlier state. */
export interface TypedField {
	value: string;
	commit: (text: string) => void;
}

export function typed(el: HTMLInputElement | HTMLTextAreaElement, field: TypedField) {
	let { value, commit } = field;
	let last = value;
	el.value = value;
	const changed = () => {
		last = el.value;
		commit(el.value);
	};
	el.addEventListener('change', changed);
	return {
		update(next: TypedField) {
			commit = next.commit;
			if (next.value === value) return;
			value = next.value;
			if (document.activeElement === el && el.value !== last) return;
			el.value = last = value;
		},
		destroy: () => el.removeEventListener('change', changed)
	};
}
