/** What a word-processor file keeps apart from its text: relations, styles, numberings (ECMA-376, Part 1, 17.7 and 17.9). */
import type { ListNumbers } from '../../../paper';
import { attribute, child, children, elementsOf, type PackageFile } from '../package-file';

export interface Relation {
	target: string;
	external: boolean;
}

/** Relations of a part, by id; targets are names of parts. */
export function relationsOf(file: PackageFile, part: string): Map<string, Relation & { type: string }> {
	const slash = part.lastIndexOf('/');
	const folder = part.slice(0, slash + 1);
	const out = new Map<string, Relation & { type: string }>();
	for (const r of elementsOf(file.xml(`${folder}_rels/${part.slice(slash + 1)}.rels`))) {
		const target = attribute(r, 'Target');
		const external = attribute(r, 'TargetMode') === 'External';
		const path = external ? target : target.startsWith('/') ? target.slice(1) : normal(folder + target);
		out.set(attribute(r, 'Id'), { target: path, external, type: attribute(r, 'Type').replace(/^.*\//, '') });
	}
	return out;
}

function normal(path: string): string {
	const out: string[] = [];
	for (const p of path.split('/')) {
		if (p === '..') out.pop();
		else if (p && p !== '.') out.push(p);
	}
	return out.join('/');
}

export interface Style {
	name: string;
	/** Outline level from 1; 0 for text. */
	level: number;
	numId: string;
	/** Formatting that a style of words brings. */
	marks: { bold: boolean; italic: boolean; smallCaps: boolean };
}

const on = (x: Parameters<typeof attribute>[0]): boolean =>
	x != null && !/^(?:0|false|none|off)$/.test(attribute(x, 'w:val'));

/** Styles by id, with what they take from those they are based on. */
export function stylesOf(file: PackageFile, part: string): { styles: Map<string, Style>; lang: string } {
	const root = file.xml(part);
	const raw = new Map(children(root, 'w:style').map((s) => [attribute(s, 'w:styleId'), s]));
	const styles = new Map<string, Style>();
	const read = (id: string, depth: number): Style => {
		const known = styles.get(id);
		if (known) return known;
		const s = raw.get(id);
		const base = attribute(child(s, 'w:basedOn'), 'w:val');
		const from = base && base !== id && depth < 20 ? read(base, depth + 1) : null;
		const pPr = child(s, 'w:pPr');
		const rPr = child(s, 'w:rPr');
		const name = attribute(child(s, 'w:name'), 'w:val') || id;
		const heading = /^heading (\d)$/i.exec(name);
		const outline = child(pPr, 'w:outlineLvl');
		const out: Style = {
			name: name.toLowerCase(),
			level: heading
				? Number(heading[1])
				: outline && Number(attribute(outline, 'w:val')) < 9
					? Number(attribute(outline, 'w:val')) + 1
					: (from?.level ?? 0),
			numId: attribute(child(child(pPr, 'w:numPr'), 'w:numId'), 'w:val') || (from?.numId ?? ''),
			marks: {
				bold: child(rPr, 'w:b') ? on(child(rPr, 'w:b')) : (from?.marks.bold ?? false),
				italic: child(rPr, 'w:i') ? on(child(rPr, 'w:i')) : (from?.marks.italic ?? false),
				smallCaps: child(rPr, 'w:smallCaps') ? on(child(rPr, 'w:smallCaps')) : (from?.marks.smallCaps ?? false)
			}
		};
		styles.set(id, out);
		return out;
	};
	for (const id of raw.keys()) read(id, 0);
	const defaults = child(child(child(root, 'w:docDefaults'), 'w:rPrDefault'), 'w:rPr');
	return { styles, lang: attribute(child(defaults, 'w:lang'), 'w:val') };
}

export interface Level {
	ordered: boolean;
	numbers: ListNumbers;
	start: number;
}
const FORMATS: Record<string, ListNumbers> = {
	decimal: 'decimal',
	lowerLetter: 'lower-alpha',
	upperLetter: 'upper-alpha',
	lowerRoman: 'lower-roman',
	upperRoman: 'upper-roman'
};

/** Levels of numberings: by `numId level`. */
export function numberingsOf(file: PackageFile, part: string): (numId: string, level: number) => Level {
	const root = file.xml(part);
	const abstract = new Map(children(root, 'w:abstractNum').map((a) => [attribute(a, 'w:abstractNumId'), a]));
	const nums = new Map(children(root, 'w:num').map((n) => [attribute(n, 'w:numId'), n]));
	return (numId, level) => {
		const num = nums.get(numId);
		const of = (x: Parameters<typeof children>[0], name: string) =>
			children(x, name).find((l) => Number(attribute(l, 'w:ilvl')) === level);
		const override = of(num, 'w:lvlOverride');
		const lvl =
			child(override, 'w:lvl') ?? of(abstract.get(attribute(child(num, 'w:abstractNumId'), 'w:val')), 'w:lvl');
		const format = attribute(child(lvl, 'w:numFmt'), 'w:val') || 'decimal';
		const start =
			attribute(child(override, 'w:startOverride'), 'w:val') || attribute(child(lvl, 'w:start'), 'w:val') || '1';
		return {
			ordered: format !== 'bullet' && format !== 'none',
			numbers: Object.hasOwn(FORMATS, format) ? FORMATS[format] : 'decimal',
			start: Number(start) || 1
		};
	};
}

export { on };
