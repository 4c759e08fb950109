/** A style or locale that cannot be used, with the place in its file where that shows. */
export class StyleError extends Error {
	/** 1-based line, 0 where the input had no lines (a catalogue tree). */
	readonly line: number;
	/** 0-based column. */
	readonly column: number;
	constructor(message: string, line = 0, column = 0) {
		super(line ? `${message} (line ${line}, column ${column})` : message);
		this.name = 'StyleError';
		this.line = line;
		this.column = column;
	}
}

/** Something worth telling that did not stop the work. */
export interface Warning {
	message: string;
	/** The source it is about; without a field: the source is not there at all. */
	itemId?: string;
	field?: string;
	line?: number;
	column?: number;
}
