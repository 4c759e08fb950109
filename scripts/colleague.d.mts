/** The file as a colleague sends it back. */
export function afterColleague(bytes: Uint8Array): Uint8Array;
