/** A style as the panel shows it, with the form and language it was formatted in. */
import type { SessionResult, StyleInfo } from '$lib/core/citing';
import type { CitingForm } from '$lib/core/manuscript';

export interface SeenStyle {
	picked: { id: string; title: string };
	form: CitingForm;
	/** Of terms and dates; empty for the style's own. */
	lang: string;
	info: StyleInfo;
	result: SessionResult;
	/** What switching to it would change. */
	counts: { citations: number; notes: number; moved: number; entries: number };
}
