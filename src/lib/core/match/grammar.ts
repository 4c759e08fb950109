/** Parts of typed citations as expressions: names, years, what stands before and behind. Common practice of many fields. */

const PARTICLES =
	"(?:(?:van|von|de|der|den|del|della|di|da|dos|das|do|du|la|le|ten|ter|zu|zum|af|av|el|al|bin|ibn|d’|d'|Van|Von|De|Der|Den|Del|Della|Di|Da|Dos|Du|La|Le|El|Al|Ter|Ten)(?:\\s+|(?<=[’'])))*";
/** A family name, perhaps of two words; McAllister, O’Dell, Müller-Groß, NASA, “García Pérez”. */
const WORD = "\\p{Lu}[\\p{L}\\p{M}]*(?:[’'‐-]\\p{L}[\\p{L}\\p{M}]*)*(?<![’']s)(?:(?<=s)[’'](?=\\s\\p{Lu}))?";
export const FAMILY = `${PARTICLES}${WORD}`;
const INITIALS = '(?:\\p{Lu}\\.\\s?(?:-\\p{Lu}\\.\\s?)?){1,3}';
/** A person: the family name, perhaps with initials or given names before or initials behind. */
export const PERSON = `(?:${INITIALS}\\s?)?${FAMILY}(?:\\s+(?:\\p{Lu}\\.\\s?){0,2}${FAMILY}){0,3}(?:,?\\s+(?:Jr\\.?|Sr\\.?|III?|IV)(?![\\p{L}]))?(?:,\\s${INITIALS}(?!\\p{L}))?`;
export const AND =
	'(?:,?\\s+(?:and|und|et|y|e|en|og|och|i|ja|et)\\s+|\\s*,?\\s*&\\s*|\\s+with\\s+|\\s*/\\s*|\\s+[–—]\\s+)';
export const ET_AL =
	'(?:,?\\s+(?:et\\.?\\s+al\\b\\.?|and\\s+(?:others|colleagues|co-?workers|collaborators)|und\\s+andere|u\\.\\s?a\\.|m\\.\\s?fl\\.|y\\s+otros|y\\s+col(?:s|egas)?\\.?|e\\s+(?:outros|col(?:s|ab(?:oradores)?)\\.?)|e\\s+altri|i\\s+in\\.|et\\s+coll?\\.|ym\\.))';
export const PEOPLE = `${PERSON}(?:\\s*,\\s*${PERSON})*(?:${AND}${PERSON})?${ET_AL}?`;

/** Words of the names of bodies may be in lower case: “Ministry of Labour”, “World Bank”. */
export const BODY = `(?:The\\s+)?${WORD}(?:\\s+(?:(?:of|for|on|and|the|der|des|für|de|la|et|du|del|di|to|in|&)\\s+){0,3}${WORD}){0,7}`;

export const YEAR =
	'(?:c(?:a)?\\.\\s?|\\[\\d{4}\\]\\s?|\\(\\d{4}\\)\\s?|\\d{4}/)?(?:(?:1[4-9]|20)\\d\\d(?:[–/-](?:\\d{4}|\\d\\d))?(?:,?\\s?[a-z](?![\\p{L}.]))?|n\\.\\s?d\\.|no\\s+date|undated|sans\\s+date|ohne\\s+Jahr|sin\\s+fecha|o\\.\\s?J\\.|\\[?[Ss]\\.\\s?[fda]\\.\\]?|\\[n\\.\\s?d\\.\\]|in\\s+press|forthcoming|im\\s+Druck|à\\s+paraître|en\\s+prensa)(?:-?[a-z](?![\\p{L}.]))?';

/** What may stand before the names within brackets. */
export const LEAD =
	/^(?:(?:but\s+)?see(?:\s+(?:also|further|especially|esp\.|in particular|for example|e\.g\.,?))?|cf\.?(?:\s+also)?|compare|contra|e\.g\.?,?|eg\.?,?|i\.e\.,?|for\s+(?:example|instance|a\s+review|an?\s+\p{Ll}+),?(?:\s+see)?|especially|esp\.|as\s+(?:in|cited\s+in|quoted\s+in|discussed\s+in|argued\s+by|described\s+by|shown\s+by|reported\s+by|noted\s+(?:in|by)|proposed\s+by)|(?:cited|quoted|qtd\.|cit\.)\s+(?:in|by|after)|also|and|both|reviewed\s+(?:in|by)|following|after|from|adapted\s+from|based\s+on|according\s+to|data\s+from|source:|z\.\s?B\.|bspw\.|vgl\.(?:\s+(?:auch|dazu|etwa))?|s\.\s+(?:auch\s+)?(?=\p{Lu})|siehe(?:\s+auch)?|so\s+auch|nach|zit\.\s+nach|zitiert\s+nach|voir(?:\s+aussi)?|v\.(?:\s+aussi)?|par\s+exemple|p\.\s?ex\.|cité\s+(?:par|dans)|selon|d’après|véase(?:\s+también)?|ver|cfr\.?|por\s+ejemplo|citado\s+en|según|cf\.|apud|vedi(?:\s+anche)?|si\s+veda|ad\s+es\.|zie(?:\s+ook)?|vgl\.?|bijv\.|se(?:\s+(?:även|også))?|jf\.|jfr)\s+/iu;

/** Words that a capital letter begins and that are no names, before a number or a year. */
export const NOT_NAMES = new Set(
	`figure fig figs table tables tab section sections sec chapter chapters chap eq eqs eqn equation equations appendix
	appendices part parts step lemma theorem proposition corollary definition example remark algorithm listing box room no nos
	number vol volume type types phase group grade article articles art act line lines page pages pp p note notes item items
	case model experiment study studies question hypothesis level class stage round panel plate map day week month year years
	version category factor condition trial sample site plot row column block unit wave cluster january february march april
	may june july august september october november december jan feb mar apr jun jul aug sep sept oct nov dec monday tuesday
	wednesday thursday friday saturday sunday spring summer autumn fall winter since until in on from between before after
	during by about around circa the a an this that these those it he she they we you i but and or if when where while as at
	for to of with without under over through isbn issn doi http https www anova df sd se ci or rr hr bc ad ce bce am pm usd
	eur gbp kg cm mm km ha abbildung abb tabelle kapitel kap abschnitt abs gleichung gl satz teil band bd seite nr figura
	tabla capítulo cap sección ecuación tableau chapitre équation rule paragraph para exhibit scenario task test target goal
	hence thus however moreover therefore also see both all some many most such other another each every only then than
	world war edition ed eds revised population total born died reigned founded established built opened`.split(/\s+/)
);

/** Abbreviated months and the like before a year are dates: “(May 2004)”, “12 March 1901”. */
export const DATE_BEFORE =
	/(?:\b(?:Jan|Feb|Mar|Apr|Jun|Jul|Aug|Sept?|Oct|Nov|Dec)\.?|\b(?:January|February|March|April|May|June|July|August|September|October|November|December|Januar|Februar|März|Mai|Juni|Juli|Oktober|Dezember|janvier|février|mars|avril|mai|juin|juillet|août|septembre|octobre|novembre|décembre|enero|febrero|marzo|abril|mayo|junio|julio|agosto|septiembre|octubre|noviembre|diciembre|Spring|Summer|Autumn|Fall|Winter)\s*(?:\d{1,2},?)?|\b\d{1,2}\.)\s*$/u;

/** Days and months before or behind a year: “21 January 1993”, “2011 May 16”. */
export const DAY_MONTH =
	/(?:\d{1,2}\.?\s+)?(?:Jan(?:uary)?|Feb(?:ruary)?|Mar(?:ch)?|Apr(?:il)?|May|June?|July?|Aug(?:ust)?|Sept?(?:ember)?|Oct(?:ober)?|Nov(?:ember)?|Dec(?:ember)?)\.?\s+(?:\d{1,2},?\s+)?(?=(?:1[4-9]|20)\d\d\b)|(?<=\b(?:1[4-9]|20)\d\d),?\s+(?:Jan(?:uary)?|Feb(?:ruary)?|Mar(?:ch)?|Apr(?:il)?|May|June?|July?|Aug(?:ust)?|Sept?(?:ember)?|Oct(?:ober)?|Nov(?:ember)?|Dec(?:ember)?)\b\.?(?:\s+\d{1,2}\b)?/gu;
