/** Sentence case: the one way in which titles lose their headline capitals, for tidying and for house rules alike. */
export { knownWords, WORDS_FROM, type KnownWords } from './known';
export { seemsForeign } from './foreign';
export type { SentenceRules } from './rules';
export { lowersUnknown, toSentence } from './sentence';
export { isHeadline, isSentence, isShouting } from './shape';
export { loadWords, type ShippedWords } from './words';
