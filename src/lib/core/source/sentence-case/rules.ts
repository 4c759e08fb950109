/** What sentence case goes by. */
import type { KnownWords } from './known';
import type { ShippedWords } from './words';

export interface SentenceRules {
	words: ShippedWords;
	known: KnownWords;
	/** The person's own: lower case → as it is to stand. */
	exceptions?: ReadonlyMap<string, string>;
	/** The first word behind a colon has a capital. */
	capitalAfterColon?: boolean;
}
