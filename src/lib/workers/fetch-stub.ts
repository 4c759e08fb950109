/** Stands in for a Node package: a page has fetch of its own. */
export default globalThis.fetch;
export const Headers = globalThis.Headers;
