/**
 * Lists every file of the built program for the service worker, in client/_app/offline.json of the build: what workers
 * load is not in the list that the service worker is built with.
 */
import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildFolder } from './ensure.mjs';

const client = join(buildFolder(), 'client');
const files = readdirSync(join(client, '_app', 'immutable'), { recursive: true, withFileTypes: true })
	.filter((f) => f.isFile())
	.map((f) => join(f.parentPath, f.name).slice(client.length).replaceAll('\\', '/'));
writeFileSync(join(client, '_app', 'offline.json'), JSON.stringify(files.sort()));
