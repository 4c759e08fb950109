/** Everything a person makes is in the browser: pages are drawn there. */
export const ssr = false;
