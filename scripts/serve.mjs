/**
 * Serves the built app: adapter-node's handler with security headers on every answer, files included.
 * HOST, PORT and RQ_OUT (the folder of the build) come from the environment.
 */
import { createServer } from 'node:http';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { buildFolder } from './ensure.mjs';

/** The same on pages, data and files; the content security policy of pages is in svelte.config.js. */
const HEADERS = {
	'X-Content-Type-Options': 'nosniff',
	'X-Frame-Options': 'DENY',
	'Referrer-Policy': 'no-referrer',
	'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
	'Cross-Origin-Opener-Policy': 'same-origin',
	'Cross-Origin-Resource-Policy': 'same-origin'
};

const file = join(buildFolder(), 'handler.js');
if (!existsSync(file)) {
	console.error('There is no build yet. Run npm start, or npm run build.');
	process.exit(1);
}
const { handler } = await import(pathToFileURL(file).href);
const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4173);
const server = createServer((req, res) => {
	for (const [name, value] of Object.entries(HEADERS)) res.setHeader(name, value);
	handler(req, res, () => {
		res.statusCode = 404;
		res.end('Not found');
	});
});
// a browser asks on a connection that it has as long as a minute; closed under its question, that would be lost
server.keepAliveTimeout = 65_000;
server.headersTimeout = 70_000;
server.on('error', (e) => {
	console.error(`The app could not be served on ${host}:${port}: ${e.message}`);
	process.exit(1);
});
server.listen(port, host);
for (const signal of ['SIGINT', 'SIGTERM'])
	process.on(signal, () => {
		server.close(() => process.exit(0));
		// what is being answered has a moment; a connection that is kept open has none
		server.closeIdleConnections();
		setTimeout(() => process.exit(0), 1500).unref();
	});
