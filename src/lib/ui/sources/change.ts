/** What a part of an opened source wants changed: some fields, or a function of the source as it is when its turn comes. */
import type { Source } from '$lib/core/source';

export type Change = Partial<Source> | ((s: Source) => Source);
export type Put = (change: Change, what?: string) => Promise<void>;
