/** What a bound work can be looked at as, beside its own view. */
export const match = (view: string): boolean => view === 'hand-in' || view === 'proof';
