/** Whether what the page asks of the formatting worker can be worked on; a page and a worker of different days may meet. */
import { all, isNumber, isObject, isText, isWord, optional, texts } from '$lib/core/guards';
import type { ClusterChange } from '$lib/core/citing';
import type { Item } from '$lib/core/csl';
import type { KnownWords } from '$lib/core/source/sentence-case';
import type { FormatJob, StyleRef } from './format-api';

export const isStyleRef = (x: unknown): x is StyleRef =>
	isObject(x) && isWord(x.id) && isText(x.title) && isText(x.lang);

const isCite = (x: unknown): boolean =>
	isObject(x) &&
	isWord(x.sourceId) &&
	optional(x.prefix, isText) &&
	optional(x.suffix, isText) &&
	optional(x.form, isText) &&
	optional(x.locator, (l) => l === null || (isObject(l) && isText(l.label) && isText(l.value)));

const isCluster = (x: unknown): boolean =>
	isObject(x) &&
	isWord(x.id) &&
	optional(x.noteNumber, isNumber) &&
	optional(x.noteLabel, isNumber) &&
	optional(x.forgets, (f) => f === 'before' || f === 'all') &&
	all(x.cites, isCite);

export const isClusterChange = (x: unknown): x is ClusterChange =>
	isObject(x) && isNumber(x.from) && isNumber(x.gone) && all(x.put, isCluster);

export const areItems = (x: unknown): x is Item[] => all(x, (i) => isObject(i) && isWord(i.id) && isWord(i.type));

const isSet = (x: unknown): boolean => x instanceof Set && [...x].every(isText);

export const areKnownWords = (x: unknown): x is KnownWords =>
	isObject(x) &&
	isSet(x.names) &&
	isSet(x.sure) &&
	isSet(x.people) &&
	isSet(x.acronyms) &&
	x.phrases instanceof Map &&
	[...x.phrases].every(([first, list]) => isText(first) && all(list, texts));

export const isFormatJob = (x: unknown): x is FormatJob =>
	isObject(x) &&
	isNumber(x.serial) &&
	isStyleRef(x.style) &&
	isObject(x.house) &&
	(x.clusters === 'sent' || all(x.clusters, isCluster)) &&
	texts(x.uncited) &&
	optional(x.full, (f) => typeof f === 'boolean') &&
	optional(x.have, isNumber);
