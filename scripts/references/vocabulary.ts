/** Words of which invented references are made. Nobody and nothing real is meant; cities are only where books are made. */
const list = (s: string) =>
	s
		.trim()
		.split(/\s*,\s*|\n\s*/)
		.filter(Boolean);
const words = (s: string) => s.trim().split(/\s+/);

export const FAMILIES =
	words(`Okafor Lindqvist Brandt O’Dell Sund Silva Nakagawa Marlowe Şahin Novák Quill Abara Adeyemi
	Alder Arden Dietz Fenn Ferro Grant Hallam Holm Hope Iyer Kaya Kerr Lam Lowe Lund Mercer Moreau Mora Okamoto Olsen Osei
	Park Pell Reyes Rossi Singh Strand Tarrow Wardle Li Wu Ng Xu He Ma Yi Zhang Huang Nguyen Tran Kim Choi García Pérez
	Ortiz-Vega Saint-Clair Müller-Groß Krüger Jørgensen Ångström Łukasik Dvořáková Popescu Ionescu Papadakis Haddad Rahman
	Chowdhury Banerjee Krishnamurthy Subramaniam Fernández Gonçalves Araújo Bianchi Esposito Lefèvre Dubois Beaumont
	Whitcombe Ashdown Farthing Black White Green Young Field Hill Stone Rivers Woods King Bishop Price Law Case Page
	Summers Winter Church Castle Bell Cook Fisher Mason McAllister MacKay O’Riordan FitzRoy DeSouza LaRue VanHorn Ekström
	Kowalczyk Szabó Horváth Petrov Ivanova Sokolova Yılmaz Demir Tanaka Sato Suzuki Watanabe Mwangi Njoroge Mbeki Diallo
	Traoré Cissé Abdullah Hussain Levy Cohen Goldfarb Bernstein Vogel Schreiber Zimmer Weiss Baum Lang Kurz Groß`);
export const PARTICLES = list('van der, van, de, von, van den, de la, da, dos, di, du, ten, zu, af, del, el');
export const GIVENS =
	words(`Ebele Ida Tunde Ægir Lise Zoë Per Ada Agnes Anders Asha Brit Carys Deniz Devika Edwin Emi Eskil
	Greta Guy Haruka Inés Isla Ivo Judith Karl Kwame Lia Louis Maren Mina Nora Oriel Paz Petra Pieter Rosa Rui Simone
	Thandi Vera John Mary William Anne Robert Elizabeth Jean-Luc Hans-Peter Marie-Claire Ana María José Wei Xin Yu-Chen
	Hiroshi Olga Dmitri Fatima Omar Noor Chinedu Amara Siobhán Aoife Łukasz Zsófia Björn Åsa Søren Charles Edward Margaret
	Thomas Henry George Alice Grace Victor Hugo Max Felix Clara Emma`);

export const NOUNS =
	words(`lamp quay harbour tide eel moth light gas ledger night bell shore estuary wage board map burner
	berth mole channel trap insurer town fog pole water crab memory policy market school teacher patient nurse cell protein
	gene network algorithm graph kernel theorem matrix equation polymer catalyst crystal laser quantum plasma galaxy planet
	river forest soil climate carbon energy wind grid battery vehicle bridge concrete steel migration border labour union
	gender race class religion church mosque temple ritual myth poem novel theatre film music opera dance painting museum
	archive letter diary newspaper radio television internet platform robot sensor drone satellite vaccine virus fever
	sleep diet exercise stress anxiety trauma childhood adolescence ageing family marriage divorce inheritance property
	court judge constitution treaty war peace empire colony slavery revolution reform election parliament party citizen
	city street house kitchen garden bread salt sugar coffee cotton silk wool iron copper gold coin bank credit debt tax
	price trade port ship railway road canal mine factory farm fish bird bee wolf horse dog grammar syntax verb dialect
	translation literacy speech gesture emotion attention perception reasoning learning decision risk trust`);
export const ADJECTIVES =
	words(`municipal nocturnal coastal urban rural early modern medieval late colonial social cultural
	economic political historical comparative cognitive clinical molecular cellular genetic neural deep statistical robust
	sparse dynamic nonlinear stochastic optical thermal magnetic organic synthetic renewable sustainable public private
	global local regional national transnational digital visual material moral legal critical empirical qualitative
	quantitative longitudinal experimental theoretical practical new old hidden forgotten everyday domestic industrial
	artificial human infant maternal chronic acute severe mild rapid slow large small`);
export const VERBINGS = words(`measuring mapping reading writing rethinking understanding modelling predicting learning
	teaching making remembering governing counting selling translating explaining detecting estimating evaluating improving
	reducing managing testing exploring designing building tracing imagining`);
export const PLACES_OF_STUDY = list(`Port Ennis, Callow, Northfield, West Arden, Saltmarsh Bay, Lower Fenwick, southern
	Europe, East Africa, Latin America, the North Sea, the Baltic, Bengal, Andalusia, Bavaria, Quebec, New South Wales, rural
	China, postwar Japan, the Ottoman Empire, Victorian England, Weimar Germany, the Low Countries`);
export const FOREIGN: Record<string, string[]> = {
	de: list(`Die Geschichte der Straßenbeleuchtung, Zur Theorie des Hafens, Licht und Arbeit im 19. Jahrhundert,
	Der Nachtwächter und seine Stadt, Grundlagen der Messtechnik, Über die Wirkung des Lichts auf Insekten, Untersuchungen
	zum Sprachwandel, Handbuch der Lampenkunde, Einführung in die Statistik, Städtische Ordnung und Arbeit`),
	fr: list(`Histoire de l’éclairage public, La nuit et la ville, Les allumeurs de réverbères, Éléments d’une sociologie du
	port, Essai sur la lumière, Le travail de nuit en France, L’invention du quotidien urbain, Une approche comparative des
	marchés, De la mesure des marées`),
	es: list(`Historia de la luz urbana, El trabajo nocturno en la ciudad, Los faroles del puerto, La construcción de la
	memoria, Estudio comparativo de los mercados, Una teoría de la lectura, El mar y la ley`),
	it: list(
		`Storia della luce urbana, Il lavoro notturno, La città e il porto, Saggio sulla memoria, Teoria della lettura`
	),
	pt: list(`História da iluminação pública, O trabalho noturno, A cidade e o porto, Memória e esquecimento`),
	nl: list(`Geschiedenis van de straatverlichting, Het licht in de stad, Nacht en arbeid, De haven en het recht`),
	sv: list(`Ljuset i staden, Arbete om natten, Hamnens historia, En studie av minnet`)
};
export const PUBLISHER_HEADS =
	words(`Saltmarsh Tidemark Fenwick Arden Northfield Harbour Lantern Quayside Meridian Oakley
	Blackwater Heron Kestrel Alder Marlowe Brandt Novák Lindqvist Westgate Eastgate Hollis Penrose Corvus Vesper Aurora`);
export const PUBLISHERS_MADE: ((h: string, n: string) => string)[] = [
	(h) => `${h} Press`,
	(h) => `${h} Books`,
	(h) => `${h} University Press`,
	(h) => `University of ${h} Press`,
	(h) => `${h} Verlag`,
	(h) => `Verlag ${h}`,
	(h) => `${h} & Sons`,
	(h, n) => `${h} & ${n}`,
	(h, n) => `${h} and ${n}`,
	(h) => `Éditions ${h}`,
	(h) => `Editorial ${h}`,
	(h) => `${h} Publishing`,
	(h) => `${h} Publishers`,
	(h) => `${h}`,
	(h) => `${h}`,
	(h) => `${h} Academic`,
	(h) => `${h}-Verlag`,
	(h) => `${h} Inc.`,
	(h) => `${h} Ltd`,
	(h, n) => `${h}, ${n} & Co.`,
	(h) => `Casa Editrice ${h}`,
	(h) => `Presses universitaires de ${h}`
];
export const CITIES =
	list(`New York, London, Cambridge, Oxford, Paris, Berlin, Boston, Chicago, Washington, Amsterdam, Rome,
	Milano, Madrid, Barcelona, Wien, Zürich, Genève, München, Hamburg, Leipzig, Stuttgart, Dordrecht, Heidelberg, Leiden,
	The Hague, Tokyo, Beijing, Toronto, Sydney, Edinburgh, Dublin, Princeton, Philadelphia, Baltimore, Hoboken, Basingstoke,
	Aldershot, Chichester, Malden, Durham, Minneapolis, Cheltenham, Copenhagen, Stockholm, Oslo, Helsinki, Praha, Warszawa,
	Callow, Port Ennis, Northfield, Saltmarsh`);
export const STATES = list('MA, NY, CA, NJ, PA, IL, DC, UK, USA, Germany, CT, Netherlands');
export const BODIES: ((h: string, n: string) => string)[] = [
	(h) => `University of ${h}`,
	(h) => `${h} University`,
	(h) => `${h} Institute of Technology`,
	(h, n) => `Department of ${n}, ${h} University`,
	(h) => `Université de ${h}`,
	(h) => `Universität ${h}`,
	(h) => `${h} State University`,
	(h) => `${h} College`
];
export const ORGANISATIONS: ((h: string, n: string) => string)[] = [
	(h) => `Harbour Board of ${h}`,
	(_, n) => `Ministry of ${n}`,
	(_, n) => `National ${n} Agency`,
	(_, n) => `World ${n} Organization`,
	(_, n) => `${n} Research Council`,
	(h) => `${h} City Council`,
	(_, n) => `European Commission on ${n}`,
	(_, n) => `International ${n} Association`,
	(_, n) => `Office for ${n} Statistics`,
	(h, n) => `${h} ${n} Foundation`,
	(_, n) => `${n} Working Group`
];
export const FIELDS =
	list(`Economics, History, Computer Science, Physics, Chemistry, Biology, Sociology, Psychology, Law,
	Education, Linguistics, Geography, Medicine, Engineering, Public Health, Philosophy, Political Science, Nursing, Ecology,
	Labour, Transport, Housing, Energy`);
