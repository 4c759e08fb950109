/** Whether the app works here without the server. */
import { KEEP_ALL } from './question';

export type Readiness = 'unknown' | 'preparing' | 'ready' | 'partly' | 'none';

class Offline {
	/** `none` where the browser has no service workers, `partly` where not all styles are kept. */
	readiness = $state<Readiness>('unknown');

	/** Has everything kept that is needed later; to be called when the page is at rest. */
	async prepare(): Promise<void> {
		if (!('serviceWorker' in navigator) || !(await navigator.serviceWorker.getRegistration())) {
			this.readiness = 'none';
			return;
		}
		this.readiness = 'preparing';
		const { active } = await navigator.serviceWorker.ready;
		const state = await new Promise<unknown>((resolve) => {
			const { port1, port2 } = new MessageChannel();
			port1.onmessage = (e) => resolve(e.data);
			active?.postMessage(KEEP_ALL, [port2]);
		});
		// not needed for the first sight
		const { readOfflineState } = await import('./messages');
		const known = readOfflineState(state);
		this.readiness = known && known.packs === known.of ? 'ready' : 'partly';
	}
}

export const offline = new Offline();
