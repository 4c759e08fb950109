/** Notes below tables and figures, as the sheet shows them. */
import type { Node } from 'prosemirror-model';
import { captionsOf, legendLead } from '../page';
import { languageIn } from './cross-refs';
import { settingsOf } from './doc-attrs';

/** What the page puts before such a note, with its space; empty for nothing. */
export function legendLeadIn(doc: Node, lang = ''): string {
	const lead = legendLead(captionsOf(settingsOf(doc).page), languageIn(doc, lang));
	return lead && `${lead} `;
}
