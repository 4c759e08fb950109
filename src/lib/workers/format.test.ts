/** The page's side of the formatting worker: of a long text only what an edit changed goes to the worker. */
import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import * as Comlink from 'comlink';
import { changeClusters, type ClusterChange } from '$lib/core/citing';
import type { Cluster } from '$lib/core/csl';
import { startFormatWorker } from './format';

const changes: ClusterChange[] = [];
/** A worker in this thread, behind a channel as a real one. */
class FakeWorker {
	private readonly channel = new MessageChannel();
	constructor() {
		Comlink.expose({ updateClusters: (c: ClusterChange) => void changes.push(c) }, this.channel.port1 as never);
		this.channel.port2.start();
	}
	addEventListener(...[type, listener]: Parameters<MessagePort['addEventListener']>) {
		if (type === 'message') this.channel.port2.addEventListener(type, listener);
	}
	removeEventListener(...[type, listener]: Parameters<MessagePort['removeEventListener']>) {
		this.channel.port2.removeEventListener(type, listener);
	}
	postMessage(message: unknown, transfer: Transferable[] = []) {
		this.channel.port2.postMessage(message, transfer);
	}
	terminate() {
		this.channel.port1.close();
		this.channel.port2.close();
	}
}
const real = globalThis.Worker;
Object.assign(globalThis, { Worker: FakeWorker });
after(() => Object.assign(globalThis, { Worker: real }));

const cluster = (n: number): Cluster => ({
	id: `c${n}`,
	noteNumber: 0,
	cites: [{ sourceId: `s${n}`, form: 'parenthetical' }]
});
/** As the reactive state gives it: a copy of all of it, however much is asked for. */
const copied: unknown[] = [];
const plain = <T>(value: T): T => {
	copied.push(value);
	return structuredClone(value);
};

test('of a long text only what an edit changed is copied and sent', async () => {
	const worker = startFormatWorker();
	const first = Array.from({ length: 500 }, (_, n) => cluster(n));
	await worker.updateClusters(first, plain);
	const second = first.toSpliced(250, 1, cluster(900), cluster(901));
	await worker.updateClusters(second, plain);
	await worker.updateClusters([...second], plain);
	assert.deepEqual(
		changes.map((c) => [c.from, c.gone, c.put.length]),
		[
			[0, 0, 500],
			[250, 1, 2]
		]
	);
	assert.equal(copied.length, 2);
	assert.deepEqual(changeClusters(changeClusters([], changes[0]), changes[1]), second);
	worker.stop();
});
