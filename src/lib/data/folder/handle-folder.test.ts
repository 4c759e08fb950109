import assert from 'node:assert/strict';
import { test } from 'node:test';
import { folderFault, HandleFolder } from './handle-folder';

const fault = (name: string) => Object.assign(new Error('the browser’s own words'), { name });

/** A folder with one file, which is written over while it is read as often as is said. */
function busy(times: number, then = 'whole'): HandleFolder {
	const handle = {
		getFileHandle: async () => ({
			getFile: async () => ({
				arrayBuffer: async () => {
					if (times-- > 0) throw fault('NotReadableError');
					return new TextEncoder().encode(then).buffer;
				}
			})
		})
	};
	return new HandleFolder(handle as unknown as FileSystemDirectoryHandle);
}

test('a file that is written over while it is read is read anew', async () => {
	assert.equal(new TextDecoder().decode((await busy(3).read('a.json'))!), 'whole');
});

test('a file that stays unreadable is said, and not taken for none', async () => {
	await assert.rejects(busy(99).read('a.json'), { name: 'NotReadableError' });
	const said = folderFault(fault('NotReadableError'));
	assert.match(said.message, /another program.*kept in this browser/);
	assert.equal(said.asks, false);
});

test('a file that is taken away while it is read counts as none', async () => {
	let there = true;
	const handle = {
		getFileHandle: async () => {
			if (!there) throw fault('NotFoundError');
			return {
				getFile: async () => ({
					arrayBuffer: async () => {
						there = false;
						throw fault('NotFoundError');
					}
				})
			};
		}
	};
	assert.equal(await new HandleFolder(handle as unknown as FileSystemDirectoryHandle).read('a.json'), null);
});
