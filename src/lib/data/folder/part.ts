/** A part of what is here that has a file of its own in the folder: the library, or a manuscript. */
import { cleanHead, type Head } from '$lib/core/folder';
import { BackupError, readBackup, type Backup, type ReadBackup } from '../backup';
import type { Note } from './state';

/** A part as one of two has it. */
export interface Side<T> {
	value: T;
	/** Who wrote it and when (ISO 8601). */
	by: string;
	at: string;
}

export interface MergedPart<T> {
	value: T;
	notes: Note[];
}

export interface Part<T> {
	/** Of its row in the table of what is known. */
	id: string;
	path: string;
	/** Folder of its dated copies. */
	history: string;
	/** Tells states of it apart without reading all of it; empty for not there. */
	sign(): Promise<string>;
	/** As it is here; null for not there. */
	read(): Promise<T | null>;
	/** What a file of it holds. @returns null where it holds something else @throws BackupError */
	from(b: Backup, head: Head): T | null;
	/** As a file. */
	write(value: T, head: Head, savedAt: string): string;
	same(a: T, b: T): boolean;
	/** @param base as both had it; undefined where nothing is known of it */
	merge(base: T | undefined, mine: T, theirs: Side<T>): Promise<MergedPart<T>>;
	/**
	 * Makes it so here.
	 * @param before as it was read, null for not there
	 * @param sign what `sign` said before it was read
	 * @returns false where it was changed meanwhile: nothing is written then
	 */
	apply(value: T, before: T | null, sign: string): Promise<boolean>;
}

export interface ReadPart<T> {
	value: T;
	head: Head;
	savedAt: string;
}

/**
 * A file of ours that holds something that this version cannot read: a newer one may have written it. Nothing of it is
 * taken, and it is never written over.
 */
export class NotReadable extends Error {
	override name = 'NotReadable';
}

/**
 * @returns null for a file that is none of this part
 * @throws BackupError where it breaks off or is none of ours; NotReadable
 */
export function readPart<T>(part: Part<T>, text: string): ReadPart<T> | null {
	let read: ReadBackup;
	try {
		read = readBackup(text);
	} catch (e) {
		if (e instanceof BackupError && e.newer) throw new NotReadable('it was written by a newer version of Rapid Quill');
		throw e;
	}
	const { backup, skipped } = read;
	const head = cleanHead(backup.folder);
	if (!head) return null;
	if (skipped.length) throw new NotReadable(skipped[0].replace(/\.$/, ''));
	const value = part.from(backup, head);
	return value === null ? null : { value, head, savedAt: backup.savedAt };
}
