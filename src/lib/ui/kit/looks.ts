/**
 * How fields look: as boxes; without a box until they are used, in a form, at the end of a row or
 * as wide as their words; round, to filter by; to search in, larger; for code.
 */
export type FieldLook = 'usual' | 'quiet' | 'bare' | 'plain' | 'pill' | 'large' | 'mono';

/** @param extra classes of whoever places the field */
export const fieldClass = (look: FieldLook, extra: string): string => `kit-field kit-${look} ${extra}`.trim();
