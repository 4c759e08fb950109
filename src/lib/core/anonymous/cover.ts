/** A paper as its reviewers may see it: whatever names its writers is found, said, and covered but where they keep it. */
import { mapFinal, type FinalBlock, type FinalDoc, type FinalInline } from '../document';
import { NO_FIELDS, type TitleFields } from '../page';
import { coverFields } from './fields';
import { finderOf, INSTEAD, type Hit } from './find';
import { cleanPictureData } from './pictures';
import type { Place, PlaceKind, Who } from './types';

/** So much is shown of what stands around. */
const AROUND = 40;
/** What stands for anything that is no text; no pattern takes it in. */
const THING = '\ufffc';

/** Headings of sections that name people and money (English, German, French, Spanish, Italian, Portuguese, Dutch). */
const SECTION =
	/^(?:acknowledge?ments?|author(?:s’|'s|s)? (?:contributions?|notes?)|about the authors?|funding|danksagung|remerciements|agradecimientos|ringraziamenti|agradecimentos|dankwoord)\W*$/iu;

export interface Covering {
	final: FinalDoc;
	/** What stands before the text. */
	fields: TitleFields;
	places: Place[];
}

const wordsOf = (line: readonly FinalInline[]): string =>
	line.map((i) => (i.t === 'text' ? i.run.text : i.t === 'break' ? '\n' : THING)).join('');

/**
 * @param kept keys of the places that the person keeps as they are
 * @param fields what stands before the text
 */
export function coverFinal(
	final: FinalDoc,
	who: Who,
	kept: ReadonlySet<string>,
	fields: TitleFields = NO_FIELDS
): Covering {
	const find = finderOf(who);
	const places: Place[] = [];
	const seen = new Map<string, number>();
	let where = '';

	const enter = (kind: PlaceKind, before: string, found: string, after: string): boolean => {
		const base = `${kind}|${before.slice(-20)}|${found}|${after.slice(0, 20)}`;
		const n = (seen.get(base) ?? 0) + 1;
		seen.set(base, n);
		const key = n > 1 ? `${base}|${n}` : base;
		places.push({ key, kind, where, before, found, after, instead: INSTEAD[kind] });
		return kind !== 'hint' && !kept.has(key);
	};
	/** Hits that are to be covered. */
	const decided = (text: string): Hit[] =>
		find(text).filter((h) =>
			enter(
				h.kind,
				text.slice(Math.max(0, h.from - AROUND), h.from).replaceAll(THING, ''),
				text.slice(h.from, h.to),
				text.slice(h.to, h.to + AROUND).replaceAll(THING, '')
			)
		);

	const plain = (text: string): string => {
		let out = '';
		let at = 0;
		for (const h of decided(text)) {
			out += text.slice(at, h.from) + INSTEAD[h.kind];
			at = h.to;
		}
		return out + text.slice(at);
	};

	const line = (list: FinalInline[], block: FinalBlock): FinalInline[] => {
		if (block.t === 'heading') where = wordsOf(list).replaceAll(THING, '');
		// what is printed for works of others is theirs; it parts the words around it
		const hidden = (i: FinalInline): boolean => i.t !== 'text' || (i.cite !== undefined && !who.citations.has(i.cite));
		const text = list
			.map((i) => (i.t === 'break' ? '\n' : hidden(i) ? THING : (i as { run: { text: string } }).run.text))
			.join('');
		const hits = decided(text);
		if (!hits.length) return list;
		let at = 0;
		return list.flatMap((i): FinalInline[] => {
			const from = at;
			const to = (at += i.t !== 'text' || hidden(i) ? 1 : i.run.text.length);
			if (i.t !== 'text' || hidden(i)) return [i];
			let out = '';
			let done = from;
			let named = false;
			for (const h of hits) {
				if (h.to <= from || h.from >= to) continue;
				named = true;
				if (h.from >= from) out += i.run.text.slice(done - from, h.from - from) + INSTEAD[h.kind];
				done = Math.min(h.to, to);
			}
			if (!named) return [i];
			out += i.run.text.slice(done - from);
			// a link behind a covered name would lead to its bearer
			const { link: _, ...run } = i.run;
			return out ? [{ ...i, run: { ...run, text: out } }] : [];
		});
	};

	const title = plain(final.title);
	const ahead = coverFields(fields, plain);
	const sections = sectionsOff(final.blocks, (heading) => {
		where = heading;
		return enter('section', '', heading, '');
	});
	where = '';
	const lines = mapFinal(sections, line);
	const blocks = lines.map((b) => others(b, plain));
	return { final: { ...final, title, authors: [], blocks }, fields: ahead, places };
}

/** What of blocks is no line: descriptions of pictures, words around entries, and what stands below these. */
function others(b: FinalBlock, plain: (s: string) => string): FinalBlock {
	if (b.t === 'figure') return { ...b, alt: plain(b.alt), src: cleanPictureData(b.src) };
	if (b.t === 'list') return { ...b, items: b.items.map((item) => item.map((x) => others(x, plain))) };
	if (b.t !== 'bibliography') return b;
	return {
		...b,
		note: plain(b.note),
		groups: b.groups.map((g) => ({
			title: plain(g.title),
			entries: g.entries.map((e) => ({ ...e, under: e.under.map(plain) }))
		}))
	};
}

/** Sections of thanks and money without their text. @param off whether one is taken out, by its heading */
function sectionsOff(blocks: readonly FinalBlock[], off: (heading: string) => boolean): FinalBlock[] {
	const out: FinalBlock[] = [];
	let gone = 0;
	for (const b of blocks) {
		if (b.t === 'heading') {
			if (gone && b.level > gone) continue;
			const heading = wordsOf(b.inlines).replaceAll(THING, '').trim();
			gone = SECTION.test(heading) && off(heading) ? b.level : 0;
			out.push(b);
			if (gone) out.push({ t: 'paragraph', inlines: [{ t: 'text', run: { text: INSTEAD.section } }] });
		} else if (!gone || b.t === 'bibliography') out.push(b);
	}
	return out;
}
