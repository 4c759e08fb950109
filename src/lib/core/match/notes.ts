/** Notes that are citations without brackets: full references, short titles, “ibid.”, “op. cit.” (Chicago 17, 14.29–14.36). */
import { LEAD } from './grammar';
import { readBehind } from './locators';
import { readDated, readNames } from './parts';
import { statusOf, type Resolver } from './resolve';
import { toCite } from './written';
import type { Habit, TypedCite } from './types';

export interface InNote {
	from: number;
	to: number;
	habit: Habit;
	cites: TypedCite[];
}

const REPEAT = /^(?:Ibid(?:em)?|Ebd|Ebenda|Íbid|Id|Idem|Ders|Dies)\b\.?/iu;
const OP_CIT =
	/^(?<name>[\p{L}][^;]{1,80}?),?\s+(?:(?:op\.?\s*cit|loc\.?\s*cit|a\.\s?a\.\s?O|wie\s+Anm\.\s*\d+|(?:supra|above)(?:,?\s+(?:note|nn?\.?)\s*\d+)|supra|nn?\.?\s*\d+(?:\s+above)?|art\.?\s*cit)\b\.?|\((?:above\s+|supra\s+)?(?:n|note|fn|Fn\.|Anm\.|n\.|wie Anm\.)\s*\d+\))/iu;
/** The page behind a title: the last number of the segment. */
const AT_END =
	/[,:]\s*((?:pp?\.|S\.|p\.|fols?\.|vol\.|ch\.|no\.)?\s*(?:\d+[rv]?|[ivxlc]+)(?:\s*[-–]\s*\d+)?(?:\s?ff?\.?)?(?:,\s*\d+(?:\s*[-–]\s*\d+)?)*)\s*\.?\s*$/u;

/** Segments between semicolons and at the ends of sentences, with where they begin. */
function segments(text: string, resolver: Resolver): { from: number; text: string }[] {
	const cuts: number[] = [0];
	for (const m of text.matchAll(
		/;\s|(?<=[\p{Ll}\d”"’)]{2})\.\s+(?=(?:See|Cf|But|On|For|In|As|This|The|It|He|She|They|I|We|Also|Compare|Ibid|A|An)\b)/gu
	))
		cuts.push(m.index + m[0].length);
	cuts.push(text.length);
	const out: { from: number; text: string }[] = [];
	// some styles part the authors of one work by semicolons: a part that says nothing is of the next
	let from = 0;
	for (let i = 1; i < cuts.length; i++) {
		const s = text.slice(from, cuts[i]);
		const last = i === cuts.length - 1;
		if (!last && text[cuts[i] - 2] === ';' && !says(s, resolver)) continue;
		const lead = /^\s*/.exec(s)![0].length;
		if (s.trim()) out.push({ from: from + lead, text: s.replace(/;\s*$/, '').trim() });
		from = cuts[i];
	}
	return out;
}

/** A part that is a citation by itself. */
const says = (s: string, resolver: Resolver): boolean =>
	REPEAT.test(s.trim()) ||
	OP_CIT.test(s.trim()) ||
	(resolver.ofTitleIn(s)[0]?.score ?? 0) >= 0.85 ||
	(resolver.ofShortTitle(s)[0]?.score ?? 0) >= 0.85 ||
	readDated(s.trim(), null).length > 0;

/**
 * @param before what was cited last before this note
 * @param order sources as they were cited so far
 */
export function findInNote(
	text: string,
	resolver: Resolver,
	before: TypedCite | null,
	order: readonly string[]
): InNote[] {
	const out: InNote[] = [];
	let last = before;
	for (const s of segments(text, resolver)) {
		let lead = '';
		let rest = s.text;
		for (let m = LEAD.exec(rest); m; m = LEAD.exec(rest)) {
			lead += m[0];
			rest = rest.slice(m[0].length);
		}
		const again = REPEAT.exec(rest);
		const base = { prefix: lead.trim(), suffix: '', form: 'parenthetical' as const, names: [] as string[], year: '' };
		const put = (habit: Habit, cites: TypedCite[]) => {
			const to = s.from + s.text.replace(/[.。]+$/, '').length;
			out.push({ from: s.from, to, habit, cites });
			const cite = cites.at(-1);
			if (cite?.sourceId) last = cite;
		};
		if (again && last) {
			const behind = readBehind(rest.slice(again[0].length).replace(/\.\s*$/, ''));
			// words of one's own behind it are no citation
			if (behind.suffix.length < 60) put('repeated', [{ ...last, ...base, ...behind }]);
			continue;
		}
		const op = OP_CIT.exec(rest);
		const byTitle = op
			? (resolver.ofTitleIn(op.groups!.name)[0] ?? resolver.ofShortTitle(op.groups!.name).find((c) => c.score >= 0.85))
			: undefined;
		if (op && byTitle && byTitle.score >= 0.85) {
			const candidates = resolver.ofTitleIn(op.groups!.name).length
				? resolver.ofTitleIn(op.groups!.name)
				: resolver.ofShortTitle(op.groups!.name);
			put('repeated', [
				{
					...base,
					...readBehind(rest.slice(op[0].length).replace(/\.\s*$/, '')),
					sourceId: candidates[0].sourceId,
					candidates,
					status: statusOf(candidates)
				}
			]);
			continue;
		}
		if (op) {
			const who = readNames(op.groups!.name.replace(/[,\s]+$/, ''));
			const one = resolver.find({ ...who, year: '', letter: '' });
			const body = resolver.find({
				names: [{ family: op.groups!.name, initials: '' }],
				etAl: false,
				year: '',
				letter: ''
			});
			const found = (body[0]?.score ?? 0) > (one[0]?.score ?? 0) ? body : one;
			// what was cited last by that name is meant (Chicago 17, 14.36)
			const near = found
				.filter((c) => order.includes(c.sourceId))
				.sort((a, b) => order.lastIndexOf(b.sourceId) - order.lastIndexOf(a.sourceId));
			const candidates = [
				...near.map((c, i) => (i ? { ...c, score: c.score - 0.1 } : c)),
				...found.filter((c) => !near.includes(c)).map((c) => ({ ...c, score: c.score - 0.2 }))
			];
			put('repeated', [
				{
					...base,
					...readBehind(rest.slice(op[0].length).replace(/\.\s*$/, '')),
					sourceId: candidates[0]?.sourceId ?? '',
					candidates,
					status: statusOf(candidates),
					names: who.names.map((n) => n.family)
				}
			]);
			continue;
		}
		if (rest.length > 900) continue;
		const titled = resolver.ofTitleIn(rest);
		const named = titled.length ? titled : resolver.ofShortTitle(rest);
		// author and year without brackets
		const dated = titled.length
			? []
			: readDated(rest.replace(/[.]\s*$/, ''), null).filter((w) => (resolver.find(w)[0]?.score ?? 0) >= 0.7);
		if (dated.length && !(named[0]?.score >= 0.9)) {
			put(
				'author-date',
				dated.map((w, i) => ({ ...toCite(w, resolver.find(w)), prefix: i ? w.prefix : lead.trim() || w.prefix }))
			);
			continue;
		}
		if (!named.length) continue;
		const at = AT_END.exec(rest);
		const behind = at ? readBehind(at[1]) : { locator: null, suffix: '' };
		put('note', [
			{ ...base, locator: behind.locator, sourceId: named[0].sourceId, candidates: named, status: statusOf(named) }
		]);
	}
	return out;
}
