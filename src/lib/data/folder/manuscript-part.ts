/** A manuscript, with what was sent of it and came back: one file in the folder for each. */
import { inLines, mergeDoc, sameContent, type Head } from '$lib/core/folder';
import { followTitle, ManuscriptError, newId, openDoc, readDoc, storeDoc, styleOf } from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import { emptyBackup, type Backup } from '../backup';
import type { Database, Manuscript, ReturnedFile, Version } from '../db';
import { getManuscript } from '../manuscripts';
import { describe, openStrip, storeStrip } from '../strip';
import { packedDoc, statesOf, unpacked } from '../versions';
import type { MergedPart, Part, Side } from './part';
import type { Note } from './state';

export interface ManuscriptValue {
	m: Manuscript;
	/** What was sent and what came back. */
	states: Version[];
}

export const idOfFile = (id: string): string => `file:m/${id}`;

/** What belongs to one browser: undo, and how far what it wrote ahead is in the text. */
function shared({ undo: _, saved: __, ...m }: Manuscript): Manuscript {
	return m;
}
/** What is worked out from the text, or says when. */
const told = ({ strip: _, words: __, textAt: ___, ...m }: Manuscript): unknown => ({ ...m, doc: openDoc(m.doc) });
const stateName = (v: Version): string =>
	`${v.at}|${v.sent?.id ?? ''}|${v.returned?.of ?? ''}|${v.returned?.file ?? ''}`;

export class ManuscriptPart implements Part<ManuscriptValue> {
	readonly id: string;
	readonly path: string;
	readonly history: string;

	constructor(
		readonly manuscript: string,
		private readonly base: Database
	) {
		this.id = idOfFile(manuscript);
		this.path = `manuscripts/${manuscript}.json`;
		this.history = `history/${manuscript}`;
	}

	async sign(): Promise<string> {
		const m = await this.base.manuscripts.get(this.manuscript);
		return m ? signOf(m, await this.states()) : '';
	}

	private states = async (): Promise<Version[]> =>
		(await statesOf(this.manuscript, this.base)).filter((v) => v.sent || v.returned);

	async read(): Promise<ManuscriptValue | null> {
		const m = await getManuscript(this.manuscript, this.base);
		return m ? { m: shared(m), states: await Promise.all((await this.states()).map(unpacked)) } : null;
	}

	from({ manuscripts: [m], versions }: Backup): ManuscriptValue | null {
		return m?.id === this.manuscript
			? { m: shared(m), states: versions.filter((v) => v.manuscriptId === m.id && (v.sent || v.returned)) }
			: null;
	}

	write({ m, states }: ManuscriptValue, folder: Head, savedAt: string): string {
		const { format, version, savedAt: _, ...empty } = emptyBackup();
		const opened = (v: Version): Version => ({
			...v,
			id: undefined,
			doc: openDoc(v.doc),
			...(v.sent ? { sent: { ...v.sent, back: openDoc(v.sent.back) } } : {})
		});
		return inLines(
			{
				format,
				version,
				savedAt,
				folder,
				...empty,
				manuscripts: [{ ...m, doc: openDoc(m.doc), strip: openStrip(m.strip) }],
				versions: states.map(opened)
			},
			// each block of the text has a line of its own
			6
		);
	}

	same = (a: ManuscriptValue, b: ManuscriptValue): boolean => {
		const states = (v: ManuscriptValue) => v.states.map((s) => [stateName(s), s.returned?.closed ?? false]).sort();
		return sameContent(told(a.m), told(b.m)) && sameContent(states(a), states(b));
	};

	async merge(
		base: ManuscriptValue | undefined,
		mine: ManuscriptValue,
		theirs: Side<ManuscriptValue>
	): Promise<MergedPart<ManuscriptValue>> {
		const notes: Note[] = [];
		const say = (text: string, open = false) =>
			notes.push({ at: Date.now(), text, manuscript: this.manuscript, ...(open ? { open } : {}) });
		const [b, m, t] = [base?.m, mine.m, theirs.value.m];
		const states = mergeStates(mine.states, theirs.value.states);
		/** Of a field beside the text, what one changed and the other did not. */
		const field = <K extends keyof Manuscript>(k: K): Manuscript[K] => (b && sameContent(b[k], m[k]) ? t[k] : m[k]);
		const beside = {
			kind: field('kind'),
			authors: field('authors'),
			uncited: field('uncited'),
			createdAt: Math.min(m.createdAt, t.createdAt)
		};
		const at = Math.max(m.updatedAt, t.updatedAt) + 1;
		const sameText = (x: Manuscript, y: Manuscript): boolean => sameContent(openDoc(x.doc), openDoc(y.doc));
		if (sameText(m, t) || (b && sameText(b, t)))
			return { value: { m: { ...m, ...beside, title: field('title'), updatedAt: at }, states }, notes };
		if (b && sameText(b, m)) {
			say(`“${t.title}” as it was written on ${theirs.by} is here.`);
			return { value: { m: { ...t, ...beside, title: field('title'), updatedAt: at }, states }, notes };
		}
		let docs: { base: Node; mine: Node; theirs: Node };
		try {
			docs = { base: readDoc((b ?? m).doc), mine: readDoc(m.doc), theirs: readDoc(t.doc) };
		} catch (e) {
			if (!(e instanceof ManuscriptError)) throw e;
			// a text that cannot be read cannot be compared: both are kept
			say(`“${m.title}” was written here and on ${theirs.by}, and cannot be put together: ${e.message}`, true);
			return { value: { m, states: [...states, ...beforeAndAfter(m, m, t, theirs)] }, notes };
		}
		const merged = b
			? mergeDoc(docs.base, docs.mine, docs.theirs, theirs)
			: { doc: docs.mine, taken: 0, open: 1, clashes: [] };
		const { doc, taken, open, clashes } = merged;
		const text = storeDoc(doc);
		const title = b ? followTitle(field('title'), docs.mine, doc) : m.title;
		const style = styleOf(doc);
		const { form, locale, styleId, styleTitle } = style
			? { form: style.form, locale: style.locale, styleId: style.id, styleTitle: style.title }
			: m;
		const { words, strip } = describe(doc, form);
		if (open || clashes.length) {
			if (open) states.push(...beforeAndAfter(m, b ?? m, t, theirs));
			// nothing to decide in the text: theirs is among the earlier states
			else states.push({ manuscriptId: m.id, title: t.title, styleId: t.styleId, doc: t.doc, at: Date.now() });
			say(
				open
					? `“${title}” was written here and on ${theirs.by}, in part in the same place.${taken ? ' The rest is put together.' : ''} See what changed, and decide.`
					: `“${title}”: ${clashes.join(' and ')} was changed here and on ${theirs.by}; it stays as it is here.`,
				open > 0
			);
		} else say(`“${title}” was written here and on ${theirs.by}: both are in it now.`);
		return {
			value: {
				m: {
					...m,
					...beside,
					...{ form, locale, styleId, styleTitle },
					title,
					doc: text,
					words,
					strip: storeStrip(strip),
					updatedAt: at
				},
				states
			},
			notes
		};
	}

	async apply({ m, states }: ManuscriptValue, before: ManuscriptValue | null, sign: string): Promise<boolean> {
		const { base } = this;
		const rows = await Promise.all(states.map(async (v) => ({ ...v, doc: await packedDoc(v.doc) })));
		return base.transaction('rw', base.manuscripts, base.versions, base.bin, async () => {
			const now = await base.manuscripts.get(m.id);
			if ((await this.sign()) !== sign) return false;
			const at = Math.max(m.updatedAt, (now?.updatedAt ?? 0) + 1);
			if (now && !sameContent(openDoc(now.doc), openDoc(m.doc)))
				await base.versions.add({
					manuscriptId: m.id,
					at: Date.now(),
					title: now.title,
					doc: now.doc,
					styleId: now.styleId
				});
			const textAt = now && sameContent(now.doc, m.doc) ? (now.textAt ?? now.createdAt) : at;
			await base.manuscripts.put({ ...m, undo: now && textAt !== at ? now.undo : undefined, updatedAt: at, textAt });
			await base.bin.delete(`manuscript:${m.id}`);
			const had = new Map((before?.states ?? []).map((v) => [stateName(v), v]));
			for (const { id: _, ...v } of rows) {
				const known = had.get(stateName(v));
				if (!known) await base.versions.add({ ...v, manuscriptId: m.id });
				else if (known.id !== undefined && known.returned && v.returned && known.returned.closed !== v.returned.closed)
					await base.versions.update(known.id, { returned: v.returned });
			}
			return true;
		});
	}
}

/** Tells states of a manuscript apart. */
export const signOf = (m: Pick<Manuscript, 'updatedAt'>, states: readonly Version[]): string =>
	[m.updatedAt, ...states.map((v) => `${stateName(v)}|${v.returned?.closed ?? ''}`).sort()].join(' ');

/** What went out and came back on both; what is done with on one is done with. */
function mergeStates(mine: Version[], theirs: Version[]): Version[] {
	const there = new Map(theirs.map((v) => [stateName(v), v]));
	const here = new Set(mine.map(stateName));
	return [
		...mine.map((v) => {
			const other = there.get(stateName(v));
			return v.returned && other?.returned?.closed ? { ...v, returned: { ...v.returned, closed: true } } : v;
		}),
		...theirs.filter((v) => !here.has(stateName(v))).map(({ id: _, ...v }) => v)
	];
}

/** The state that both had and that of the other machine, as a copy that went out and came back. */
function beforeAndAfter(m: Manuscript, base: Manuscript, t: Manuscript, side: { by: string; at: string }): Version[] {
	const id = newId();
	const now = Date.now();
	const state = { manuscriptId: m.id, title: m.title, styleId: m.styleId };
	const returned: ReturnedFile = {
		of: id,
		file: '',
		sender: { by: side.by, at: side.at },
		tracked: [],
		comments: {},
		closed: false
	};
	return [
		{ ...state, at: now, doc: base.doc, sent: { id, file: '', back: base.doc } },
		{ ...state, at: now + 1, doc: t.doc, returned }
	];
}
