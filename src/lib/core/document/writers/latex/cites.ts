/** Citations as commands of biblatex with its natbib names (biblatex manual, 3.9; natbib manual, 2). */
import type { PaperCite } from '../../../paper';
import { readBehind } from '../../readers/cite-text';
import { spelt } from '../locator';
import { escapeTex } from './escape';

const TAGS: [RegExp, string][] = [
	[/<i>(.*?)<\/i>/g, '\\emph{$1}'],
	[/<b>(.*?)<\/b>/g, '\\textbf{$1}'],
	[/<sup>(.*?)<\/sup>/g, '\\textsuperscript{$1}'],
	[/<sub>(.*?)<\/sub>/g, '\\textsubscript{$1}'],
	[/<span style=\\textquotedbl\{\}font-variant:\s*small-caps;?\\textquotedbl\{\}>(.*?)<\/span>/g, '\\textsc{$1}']
];
/** Words around a cite with their formatting (CSL-JSON, rich text). */
const affix = (text: string): string => TAGS.reduce((s, [tag, tex]) => s.replace(tag, tex), escapeTex(text)).trim();

/** What an option holds; brackets would end it. */
const option = (tex: string): string => `[${/[[\]]/.test(tex) ? `{${tex}}` : tex}]`;

/** What stands behind a key: a page by its number alone, which the program puts “p.” before. */
function behind({ locator, suffix }: PaperCite, lost: () => void): string {
	const said = locator?.label === 'page' ? locator.value : spelt(locator);
	const space = said && suffix && !/^[\s,.;:]/.test(suffix) ? ' ' : '';
	const words = `${said}${space}${suffix}`.trim();
	const back = readBehind(words && `, ${words}`);
	const plain = (s: string) => s.replace(/^[\s,]+|\s+$/g, '').replace(/–/g, '-');
	const same =
		back.locator?.label === locator?.label &&
		plain(back.locator?.value ?? '') === plain(locator?.value ?? '') &&
		plain(back.suffix) === plain(suffix);
	if (!same) lost();
	return affix(words.replace(/(\d)[-–](?=\d)/g, '$1–'))
		.replace(/–/g, '--')
		.replace(/^,\s*/, '');
}

const COMMANDS: Record<PaperCite['form'], string> = {
	parenthetical: 'autocite',
	narrative: 'textcite',
	'year-only': 'citeyearpar',
	'author-only': 'citeauthor'
};

/**
 * A citation: neighbours of one form in one command, where biblatex has one for several.
 * @param key the cite key of a source
 * @param lost is told where what stands behind a key will be read as something else
 */
export function writeCites(cites: PaperCite[], key: (c: PaperCite) => string, lost: () => void): string {
	const groups: PaperCite[][] = [];
	for (const c of cites) {
		const open = groups.at(-1);
		if (open?.[0].form === c.form && c.form !== 'year-only' && c.form !== 'author-only') open.push(c);
		else groups.push([c]);
	}
	return groups
		.map((g) => {
			const bare = g.every((c) => !c.prefix && !c.suffix && !c.locator);
			const command = COMMANDS[g[0].form];
			if (bare) return `\\${command}{${g.map(key).join(',')}}`;
			const each = g.map((c) => {
				const pre = affix(c.prefix);
				const post = behind(c, lost);
				const around = pre ? `${option(pre)}${option(post)}` : post ? option(post) : '';
				return `${around}{${key(c)}}`;
			});
			return `\\${command}${g.length > 1 ? 's' : ''}${each.join('')}`;
		})
		.join(' ');
}
