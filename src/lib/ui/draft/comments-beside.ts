/** Comments beside the text; loaded where a text has any. */
export { default as CommentSlip } from '../parts/CommentSlip.svelte';
export { paintComments, placedComments, type PlacedComment } from '$lib/editor/comments';
