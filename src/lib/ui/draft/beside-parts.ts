/** What stands beside the text in some texts only; loaded where there is any of it. */
export { default as CommentSlip } from '../parts/CommentSlip.svelte';
export { default as CommentForm } from './CommentForm.svelte';
export { default as QuoteRemark } from './QuoteRemark.svelte';
export { paintComments, placedComments, type PlacedComment } from '$lib/editor/comments';
export { quoteRemarks } from '$lib/core/proof/quick';
