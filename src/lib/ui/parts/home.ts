/** Where a text is written, by its id. */
import { isWorkId } from '$lib/core/work';

export const homeOf = (id: string): string => `/${isWorkId(id) ? 'work' : 'draft'}/${id}`;
