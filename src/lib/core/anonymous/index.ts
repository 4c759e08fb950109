/**
 * Papers for blind review (common practice of journals): the writers' names, works and pictures' remarks are covered, what
 * was found is said, and what was written is looked through again. Knows final documents and no editor.
 */
export { coverFinal, type Covering } from './cover';
export { coveredItem } from './item';
export { cleanChoice, namesOf, NOTHING_CHOSEN, whoOf, worksOf, type AnonymousChoice } from './choice';
export { leftNames, type Left } from './left';
export { cleanPicture } from './pictures';
export type { Place, PlaceKind, Who } from './types';
