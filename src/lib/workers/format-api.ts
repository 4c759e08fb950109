/** What page and formatting worker say to each other. Every failure is an answer; nothing is thrown across. */
import type {
	ClusterChange,
	HouseRules,
	PreviewOutput,
	SessionResult,
	StyleFile,
	StyleInfo,
	Trait
} from '$lib/core/citing';
import type { Cluster, Item, Warning } from '$lib/core/csl';
import type { StyleCheck } from '$lib/core/citing/style-check';
import type { KnownWords } from '$lib/core/source/sentence-case';

export interface StyleRef {
	/** Id of a catalogue style, or `own-` and the name of a brought one. */
	id: string;
	title: string;
	/** Language of terms and dates; empty for the style's own. */
	lang: string;
}

/** Everything that what is shown depends on, but the sources, which are sent before. */
export interface FormatJob {
	/** Requests are numbered; an older one that has been superseded is answered at once. */
	serial: number;
	style: StyleRef;
	house: HouseRules;
	/** All citations, or those that `updateClusters` has told. */
	clusters: Cluster[] | 'sent';
	uncited: string[];
	/** Everything with runs, for files; never superseded. */
	full?: boolean;
	/** Number of the answer that is shown. */
	have?: number;
}

/**
 * - `style`: it is not in the catalogue, or its file cannot be used; trying again does not help
 * - `network`: it could not be loaded; it may later
 * - `processor`: the processor threw; another text or style may work
 * - `worker`: the worker does not answer
 */
export type FailureKind = 'style' | 'network' | 'processor' | 'worker';

export interface Failure {
	ok: false;
	kind: FailureKind;
	message: string;
	/** Place in the style's file; 0 for none. */
	line: number;
	column: number;
}

export type FormatAnswer = { ok: true; result: SessionResult } | { ok: 'superseded' } | Failure;
export type InfoAnswer = { ok: true; info: StyleInfo } | Failure;
export type PreviewAnswer = { ok: true; preview: PreviewOutput } | Failure;
export type AnatomyAnswer = { ok: true; traits: Trait[]; licence: string } | Failure;
export type CheckAnswer = { ok: true; check: StyleCheck } | Failure;
export type FileAnswer = { ok: true; file: StyleFile; warnings: Warning[] } | Failure;

export interface FormatApi {
	putSources(items: Item[], gone: string[]): void;
	/** What the library knows of names; titles in sentence case keep them. */
	putKnown(known: KnownWords): void;
	/** Tells what has changed in the citations since it was told last. */
	updateClusters(change: ClusterChange): void;
	format(job: FormatJob): Promise<FormatAnswer>;
	/** Cites as they would stand in the text that was formatted last. */
	preview(cites: Cluster['cites'], noteNumber: number): PreviewAnswer;
	/** Facts of a style, without using it. */
	styleInfo(style: StyleRef): Promise<InfoAnswer>;
	/** Makes a style ready that may be used next. */
	prepare(job: FormatJob): Promise<void>;
	/** What a style does, in plain words. */
	anatomy(id: string): Promise<AnatomyAnswer>;
	/** Holds a style against itself and against sources. */
	checkStyle(id: string, items: Item[]): Promise<CheckAnswer>;
	/** Looks a CSL file through: what it is, what is odd about it, or where it cannot be read. */
	checkFile(xml: string): Promise<FileAnswer>;
	/** Fetches styles that shall be there without a connection. */
	keepReady(ids: string[]): Promise<void>;
}

/** The same as the page has it: every answer comes later. */
export type RemoteFormatApi = {
	[K in keyof FormatApi]: (...args: Parameters<FormatApi[K]>) => Promise<Awaited<ReturnType<FormatApi[K]>>>;
};

export const failure = (kind: FailureKind, message: string, line = 0, column = 0): Failure => ({
	ok: false,
	kind,
	message,
	line,
	column
});
