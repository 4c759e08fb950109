/** A number with its noun, as it is said: `1 entry`, `1,204 entries`. */
export const many = (n: number, one: string, more = `${one}s`): string =>
	`${n.toLocaleString('en')} ${n === 1 ? one : more}`;
