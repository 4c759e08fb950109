/** Public interface of the proof module: what is to be checked in a manuscript before it is handed in, and the ledger of its sources. */
import { placeholders } from './placeholders';
import { outdatedOverrides } from './overrides';
import { keptOut, uncited, unlisted } from './lists';
import { missing } from './missing';
import { noteRefs } from './note-refs';
import { ownWork } from './own-work';
import { departing, missingLocators } from './quotations';
import { incomplete, twice, untidy } from './sources';
import { crossRefs, undescribed } from './numbered';
import type { Checker, CheckName, Facts, Finding, Weight } from './types';

export { quickCheck } from './quick';
export { citedPlaces } from './places';
export { overrideStates, type OverrideState } from './overrides';
export { quoteRemarks, type QuoteRemark } from './quotations';
export { readLedger, type Ledger, type SectionRow, type SourceRow } from './ledger';
export type { CheckName, Facts, Finding, Weight } from './types';

export interface Check {
	name: CheckName;
	/** What it is called where its findings are listed. */
	title: string;
	weight: Weight;
	run: Checker;
}

/** In the order in which they are listed. */
export const CHECKS: readonly Check[] = [
	{ name: 'citation_placeholder', title: 'Source needed', weight: 'fault', run: placeholders },
	{ name: 'missing', title: 'Cited, but not in your library', weight: 'fault', run: missing },
	{ name: 'note-ref', title: 'References to a note that is gone', weight: 'fault', run: noteRefs },
	{ name: 'cross-ref', title: 'References to something that is gone', weight: 'fault', run: crossRefs },
	{ name: 'unlisted', title: 'Cited, but in no bibliography', weight: 'fault', run: unlisted },
	{
		name: 'override',
		title: 'Edited by hand, and the style says something else now',
		weight: 'look',
		run: outdatedOverrides
	},
	{ name: 'departs', title: 'Quotations that depart from their excerpt', weight: 'look', run: departing },
	{ name: 'missing-locator', title: 'Quotations without a page', weight: 'look', run: missingLocators },
	{ name: 'undescribed', title: 'Pictures without a description', weight: 'look', run: undescribed },
	{ name: 'incomplete', title: 'Incomplete sources', weight: 'look', run: incomplete },
	{ name: 'untidy', title: 'Sources to clean up', weight: 'look', run: untidy },
	{ name: 'duplicates', title: 'Possible duplicates', weight: 'look', run: twice },
	{ name: 'kept-out', title: 'Cited and, by the rules, not listed', weight: 'know', run: keptOut },
	{ name: 'uncited', title: 'Listed, but not cited', weight: 'know', run: uncited },
	{ name: 'own-work', title: 'The writer’s own works', weight: 'know', run: ownWork }
];

/** All findings, check by check, each check's in the order of the text. */
export function proofread(f: Facts): Finding[] {
	return CHECKS.flatMap((c) => c.run(f).sort((a, b) => a.pos - b.pos));
}
