/**
 * What is looked at while somebody writes: faults that cost nothing to find, words by hand, quotations. An interface of its
 * own, since the page that opens a draft shall not wait for the rest of the module.
 */
import { placeholders } from './placeholders';
import { outdatedOverrides } from './overrides';
import { missing } from './missing';
import { noteRefs } from './note-refs';
import type { Facts, Finding } from './types';

export { overrideStates, type OverrideState } from './overrides';
export { quoteRemarks, type QuoteRemark } from './quotations';
export type { Facts, Finding } from './types';

export const quickCheck = (f: Facts): Finding[] =>
	[placeholders, missing, noteRefs, outdatedOverrides].flatMap((check) => check(f));
