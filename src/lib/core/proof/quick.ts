/** What is counted while somebody writes: faults that cost nothing to find, and words by hand whose basis has changed. */
import { gaps } from './gaps';
import { handChanged } from './hand';
import { missing } from './missing';
import { noteRefs } from './note-refs';
import type { Facts, Finding } from './types';

export const quickCheck = (f: Facts): Finding[] => [gaps, missing, noteRefs, handChanged].flatMap((check) => check(f));
