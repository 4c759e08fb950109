/**
 * Where the reference is plainly wrong, by rule: each takes one fault out of a text, whoever wrote it. What is the same
 * in both texts once the faults are out differs in nothing else (docs/conformance.md names the classes).
 */

interface Fault {
	/** The class, with its rule. */
	name: string;
	clean(text: string): string;
}

/** Words the standard lowers in titles wherever they are not first or last (CSL 1.0.2, Title Case). */
const STOP = 'A An And As At But By Down For From In Into Nor Of On Onto Or Over So The Till To Up Via With Yet'
	.split(' ')
	.join('|');

const FAULTS: Fault[] = [
	{
		name: 'a mark that parted what is not there is left standing',
		clean: (s) =>
			s
				.replace(/([,;:])(?:\s*[,;:])+(?=\s|$)/g, '$1')
				.replace(/([.?!][”’»]?)\s*\.(?=\s|$|<)/g, '$1')
				.replace(/[,;:]\s*(?=[.)\]](?:\s|$|[,;.)]))/g, '')
	},
	{ name: 'the brackets of a date are opened again within a range', clean: (s) => s.replace(/–\(([^()]*)\)/g, '–$1') },
	{
		name: 'quotation marks within quotation marks are the outer ones',
		clean: (s) => s.replace(/““(.*?)””/g, '“‘$1’”')
	},
	{
		name: 'a stop word that was typed with a capital keeps it',
		clean: (s) => s.replace(new RegExp(`(?<=[\\p{L}\\p{N},:”’] )(?:${STOP})(?= )`, 'gu'), (w) => w.toLowerCase())
	},
	{
		name: 'a label stands before what is not there',
		clean: (s) => s.replace(/(?:^|(?<=[\s\d(]))(?:pp?|vol|nos?|S|с)\.(?=\s*(?:[:,;)]|\.\s|$))/giu, '')
	}
];

const withoutFaults = (text: string): string =>
	FAULTS.reduce((s, f) => f.clean(s), text)
		.replace(/\s+(?=[,;:.)\]]|$)/g, '')
		.replace(/\s+/g, ' ')
		.trim();

const STOPS = /\.(?=\s|$|<|[”’)]|\()/g;
const stops = (s: string): number => s.match(STOPS)?.length ?? 0;

/** Whether two texts differ in nothing but those faults, or full stops of affixes that the reference does not print. */
export function soundBeside(ours: string, reference: string): boolean {
	const [a, b] = [withoutFaults(ours), withoutFaults(reference)];
	return a === b || (stops(a) > stops(b) && a.replace(STOPS, '') === b.replace(STOPS, ''));
}
