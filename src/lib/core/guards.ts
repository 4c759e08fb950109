/** Quick guards for what crosses a border: rows, messages of workers. Schemas in Joi say in words what is wrong. */

export type Loose = Record<string, unknown>;
export const isObject = (x: unknown): x is Loose => typeof x === 'object' && x !== null && !Array.isArray(x);
export const isText = (x: unknown): x is string => typeof x === 'string';
/** A text that is not empty. */
export const isWord = (x: unknown): x is string => typeof x === 'string' && x !== '';
export const isNumber = (x: unknown): x is number => typeof x === 'number' && Number.isFinite(x);
/** An array whose every item is something; a hole is nothing. */
export const all = (x: unknown, is: (x: unknown) => boolean): boolean => Array.isArray(x) && Array.from(x).every(is);
export const texts = (x: unknown): x is string[] => all(x, isText);
export const optional = (x: unknown, is: (x: unknown) => boolean): boolean => x === undefined || is(x);
