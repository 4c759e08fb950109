/**
 * Classes of words by which references are taken apart. Words of styles in every language of the locales (months,
 * “edited by”, “vol.”) come with the model, which has them from the locale files; here are those that publishers,
 * journals and places are known by. Common practice, from memory; no names of one's own but cities.
 */
const list = (s: string) => s.trim().split(/\s+/);

export const OWN_CLASSES: Record<string, string[]> = {
	journal: list(`journal journals review reviews letters proceedings transactions annals annales bulletin quarterly
		magazine gazette archives archiv zeitschrift revue revista rivista tijdschrift tidskrift tidsskrift časopis cahiers
		beiträge jahrbuch yearbook acta advances frontiers trends perspectives communications research studies mitteilungen
		nature science lancet record chronicle monthly weekly annual nachrichten notices memoirs comptes rendus giornale anales
		boletín vestnik zhurnal lett rev proc trans ann bull arch j zh acad`),
	newspaper: list(`times post herald guardian telegraph tribune courier gazette mail express mirror observer zeitung le
		monde figaro corriere país daily evening sunday news`),
	publisher: list(`press verlag publishers publisher publishing publications books éditions editions edizioni editorial
		editore editora ediciones forlag förlag uitgeverij uitgevers wydawnictwo sons inc ltd llc gmbh co company éditeur
		presses edition group buchverlag printing`),
	body: list(`university université universität universidad università universidade universiteit universitet college
		school department dept institute institut instituto istituto ministry ministère ministerium office agency council
		commission committee association society organization organisation foundation centre center laboratory lab
		administration bureau board authority bank fund union service national federal international royal state government
		library museum academy akademie académie hochschule faculty observatory consortium group network nations`),
	conference: list(`conference conf symposium workshop congress meeting colloquium seminar tagung konferenz kongress
		colloque congrès conferencia congreso conferenza convegno proceedings international annual`),
	genre: list(`thesis dissertation phd ph.d. master masters master’s doctoral dissertationsschrift masterarbeit thèse
		tesis tesi habilitation report technical tech rep working paper white preprint manuscript unpublished typescript
		dataset data set software computer program video film map photograph interview lecture blog post web page
		diplomarbeit bachelor`),
	place:
		list(`london york cambridge oxford paris berlin boston chicago washington amsterdam rome roma milano milan madrid
		barcelona wien vienna zürich genève geneva münchen munich hamburg leipzig stuttgart köln frankfurt dordrecht
		heidelberg leiden den haag hague tokyo beijing toronto montréal montreal ottawa sydney melbourne canberra edinburgh
		dublin princeton stanford berkeley angeles philadelphia baltimore hoboken harmondsworth basingstoke aldershot
		farnham burlington chichester malden ithaca durham minneapolis bloomington cheltenham northampton abingdon
		copenhagen københavn stockholm oslo helsinki bruxelles brussels antwerpen lisboa moscow praha warszawa kraków
		budapest delhi mumbai seoul singapore jerusalem cairo nairobi ma ny nj ca pa uk usa dc ct il md mn nh ont england
		germany france netherlands italy spain switzerland`),
	particle: list(`van von de der den del della di da dos das du la le ten ter zu zum af av el al bin ibn`),
	junior: list(`jr sr ii iii iv`),
	the: list(`the a an der die das le la les el los las il lo gli een het en et und and y e i of for in on to with from by at
		as is are was were what how why who when where which that this these its their between among into through against
		without during after before toward towards under over not no new des du de del della di da von zur zum im am für mit
		auf sur dans pour par avec aux au con per nel en sobre para por`)
};

/** Shapes of tokens that are in no class. */
export function shapeOf(text: string, kind: string): string {
	if (kind === 'url' || kind === 'doi' || kind === 'arxiv' || kind === 'isbn') return kind;
	if (kind === 'mark')
		return /[-‐‑–—−]/.test(text) ? '–' : /["“”„«»‟]/.test(text) ? '"' : /['’‘‚‹›`]/.test(text) ? "'" : text;
	if (kind === 'number') {
		if (/\p{L}/u.test(text))
			return /^(?:1[4-9]|20)\d\d[a-z]$/.test(text)
				? 'yearletter'
				: /^\d+(?:st|nd|rd|th)$/i.test(text)
					? 'ord'
					: 'numletter';
		if (/^(?:1[4-9]\d\d|20[0-3]\d)$/.test(text)) return 'year';
		return `d${Math.min(text.length, 6)}`;
	}
	if (/^[ivxlc]+$/.test(text)) return 'roman';
	if (/^[IVXLC]{2,}$/.test(text)) return 'ROMAN';
	if (/\p{N}/u.test(text)) return 'mixnum';
	if (text.length === 1) return /\p{Lu}/u.test(text) ? 'X' : 'x';
	if (/^\p{Lu}+$/u.test(text)) return text.length <= 3 ? 'XX' : 'XXXX';
	if (/^\p{Lu}[\p{Ll}\p{M}]+$/u.test(text)) return text.length <= 3 ? 'Xx' : 'Xxxx';
	if (/^[\p{Ll}\p{M}]+$/u.test(text)) return text.length <= 3 ? 'xx' : 'xxxx';
	if (/^\p{Lu}.*-\p{Lu}/u.test(text)) return 'X-X';
	if (/^\p{Lu}/u.test(text)) return 'XxX';
	if (/^\p{Lo}/u.test(text)) return 'lo';
	return 'mixed';
}
