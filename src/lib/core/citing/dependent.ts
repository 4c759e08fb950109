/**
 * Titles that use another style's rules (CSL 1.0.2, "Dependent styles") carry them in their id, so that nothing has to be
 * looked up to format with one: PARENT~ID, or PARENT~ID~LANGUAGE where the title has a language of its own.
 */
export interface DependentId {
	parent: string;
	id: string;
	/** Empty for the language of the parent. */
	lang: string;
}

export const dependentId = ({ parent, id, lang }: DependentId): string =>
	[parent, id, ...(lang ? [lang] : [])].join('~');

/** The parts of such an id; null for any other. */
export function readDependentId(id: string): DependentId | null {
	const m = /^([\w.-]+)~([\w.-]+)(?:~([A-Za-z-]{2,35}))?$/.exec(id);
	return m && { parent: m[1], id: m[2], lang: m[3] ?? '' };
}
