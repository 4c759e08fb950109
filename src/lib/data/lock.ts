/** One tab writes a manuscript at a time (Web Locks): a second one is told and can only read. */
export interface Hold {
	held: boolean;
	release(): void;
}

export function holdManuscript(id: string): Promise<Hold> {
	if (!navigator.locks) return Promise.resolve({ held: true, release: () => {} });
	return new Promise((answer) => {
		void navigator.locks.request(`manuscript-${id}`, { ifAvailable: true }, (lock) => {
			if (!lock) {
				answer({ held: false, release: () => {} });
				return undefined;
			}
			return new Promise<void>((done) => answer({ held: true, release: done }));
		});
	});
}
