/**
 * Who shares a family name with whom, for the given-name rules that look at names and not at cites (all-names,
 * primary-name and their initials forms; CSL 1.0.2, "givenname-disambiguation-rule"). Kept up to date use by use, as a
 * manuscript has thousands and an edit touches one.
 */
import type { CitationOptions } from './compile';

/** A name as it takes part. */
export interface NameUse {
	list: number;
	index: number;
	/** Family part as shown, initials form, full form. */
	forms: [string, string, string];
	/** The style shows it without help. */
	shown: boolean;
	/** The style makes initials of it. */
	initials: boolean;
}

type Rule = CitationOptions['givenRule'];

/** The most a name can be expanded by under a rule: 1 initials, 2 in full. */
export const topLevel = (rule: Rule): 1 | 2 => (rule.endsWith('with-initials') ? 1 : 2);

interface Family {
	/** How often each person is there, by full form. */
	people: Map<string, number>;
	/** The same, by initials form. */
	initials: Map<string, Map<string, number>>;
}

export class NameIndex {
	private readonly families = new Map<string, Family>();
	private readonly top: 1 | 2;
	private readonly primary: boolean;
	private changed = new Set<string>();

	constructor(rule: Rule) {
		this.top = topLevel(rule);
		this.primary = rule.startsWith('primary-name');
	}

	/** Whether the rule looks at that name at all. */
	considers(u: NameUse): boolean {
		return !this.primary || u.index === 0;
	}

	/** Adds a use, or takes one away. */
	count(u: NameUse, by: 1 | -1): void {
		if (!this.considers(u)) return;
		const [short, initials, full] = u.forms;
		let f = this.families.get(short);
		if (!f) this.families.set(short, (f = { people: new Map(), initials: new Map() }));
		if (step(f.people, full, by)) this.changed.add(short);
		let group = f.initials.get(initials);
		if (!group) f.initials.set(initials, (group = new Map()));
		if (step(group, full, by)) this.changed.add(short);
		if (!group.size) f.initials.delete(initials);
		if (!f.people.size) this.families.delete(short);
	}

	/** How far a name is expanded: 0 not at all, 1 to initials, 2 in full. */
	level(u: NameUse): 0 | 1 | 2 {
		if (!this.considers(u)) return 0;
		const [short, initials] = u.forms;
		const f = this.families.get(short);
		if (!f || f.people.size < 2) return 0;
		if (this.top === 1 && f.initials.size < 2) return 0;
		return (f.initials.get(initials)?.size ?? 0) > 1 || initials === short || !u.initials ? this.top : 1;
	}

	/** Family names among whose bearers somebody came or went since this was last asked. */
	takeChanged(): Set<string> {
		const c = this.changed;
		this.changed = new Set();
		return c;
	}
}

/** Counts; true where the key came or went. */
function step(map: Map<string, number>, key: string, by: 1 | -1): boolean {
	const before = map.get(key) ?? 0;
	const now = before + by;
	if (now > 0) map.set(key, now);
	else map.delete(key);
	return before === 0 || now === 0;
}
