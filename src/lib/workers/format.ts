/** The page's side of the formatting worker. */
import * as Comlink from 'comlink';
import type { FormatFace } from './format.worker';

export interface FormatWorker {
	face: Comlink.Remote<FormatFace>;
	stop(): void;
}

export function startFormatWorker(onError?: (message: string) => void): FormatWorker {
	const worker = new Worker(new URL('./format.worker.ts', import.meta.url), { type: 'module' });
	worker.addEventListener('error', (e) => onError?.(e.message));
	return {
		face: Comlink.wrap<FormatFace>(worker),
		stop: () => worker.terminate()
	};
}
