/** Public interface of what came back from a colleague: compared with what was sent, placed in what is here, taken over. */
export { compare, type Comparison, type Edit } from './compare';
export { changesOf, saidOf, type Change, type Said } from './changes';
export { plan, theirSentence, type Meeting, type Planned, type Spot } from './place';
export { take, type Taken, type Taking } from './apply';
export { commentsHere, withComments, type CommentHere } from './comments';
export { wordsWithin } from './tokens';
