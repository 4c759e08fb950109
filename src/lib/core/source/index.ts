/** The face of the source room. The Joi schemas are heavy and stay behind validate.ts, loaded when needed. */
export type { Source, Excerpt } from './types';
export { KINDS, FIELDS, kindOf, fieldNamed, type Kind, type Field } from './kinds';
export { shortAuthor, yearOf, titleOf, placeOf, shortLabel, makeKey, readName, writeName, creatorsOf } from './show';
export { readDate, writeDate } from './dates';
