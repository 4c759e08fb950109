/** Short messages at the foot of the view, with at most one thing to do. */
export interface ToastMessage {
	id: number;
	text: string;
	action?: { label: string; run: () => void | Promise<void> };
}

class Toasts {
	list = $state<ToastMessage[]>([]);
	private serial = 0;

	say(text: string, action?: ToastMessage['action'], seconds = action ? 12 : 5): void {
		const id = ++this.serial;
		this.list = [...this.list.slice(-2), { id, text, action }];
		setTimeout(() => this.drop(id), seconds * 1000);
	}

	drop(id: number): void {
		this.list = this.list.filter((t) => t.id !== id);
	}
}

export const toasts = new Toasts();
