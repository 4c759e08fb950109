import type { RequestHandler } from './$types';

/**
 * An empty page in which pages are laid out, apart from the app: the program that does it writes style sheets of its own,
 * which the app's policy forbids. Nothing else may run here, and only the app may frame it.
 */
const POLICY = [
	"default-src 'none'",
	"script-src 'self'",
	"style-src 'self' 'unsafe-inline'",
	"font-src 'self'",
	"img-src 'self' data: blob:",
	"connect-src 'self'",
	"base-uri 'none'",
	"form-action 'none'",
	"frame-ancestors 'self'"
].join('; ');

export const GET: RequestHandler = () =>
	new Response('<!doctype html><html><head><meta charset="utf-8"><title>Pages</title></head><body></body></html>', {
		headers: {
			'Content-Type': 'text/html; charset=utf-8',
			'Content-Security-Policy': POLICY,
			'X-Frame-Options': 'SAMEORIGIN'
		}
	});
