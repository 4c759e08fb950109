/** Names that the word lists have not, or have as common words too, where a title nearly always means the name. */

const list = (words: string) => words.trim().split(/\s+/);

/** Peoples, places, faiths, persons, and laws and tests that are called after somebody. */
export const NAMES: readonly string[] = [
	...list(`
		Afghan Afghans Amazon Amazonian Anchorage Antarctic Arctic Auburn August Babel Baptist Baptists Bible Bohemia Canton
		Catholic Catholics Cesarean Chile China Christ Cologne Congress Delhi Democrats Easter Everglades French God Guinea
		Gypsies Gypsy Hegel Himalayan Holocaust Homer Igbo Japan Jersey Kyiv Kolkata Louvre Madras Mandarin Mars Mecca Messiah
		Midwest Midwestern Moor Moors Morocco Mumbai Ottoman Oxford Pacific Parliament Philistine Polish Protestant
		Protestants Puritan Puritanism Puritans Quran Qur'an Renaissance Roma Roman Romani Romans Sámi Sapmi Scotch Senate
		Shanghai Smithsonian Soviet Soviets Spartan Stoic Stoicism Stoics Thanksgiving Titanic Troy Turkey Türkiye Twitter
		Wales Welsh Wellington Western Westernization Yahoo Yugoslav Yugoslavia Aboriginal Aborigines Indigenous Māori Maori
		Latinx Latina Latinas Latino Latinos Chicana Chicano Sinophone Francophone Anglophone Lusophone Eurocentrism
		Eurocentric Afrocentric Anglo-Saxon Sino Anglo Franco Indo Austro Afro Greco Graeco Judeo Hispano
	`),
	...list(`
		Akaike Arendt Bakhtin Banach Benford Bessel Bonferroni Bourdieu Bourdieusian Box-Cox Burrows Cantor Chebyshev
		Cholesky Cox Cramér Crohn Cronbach Cushing Darwinism Deleuze Dewey Dirac Dunnett Erdős Erlang Fermat Fermi Fibonacci
		Fisher Floyd Foucauldian Foucault Fréchet Freire Friedman Frobenius Gabor Galerkin Galton Gauss Gini Girard Godel
		Gödel Gramsci Granger Habermas Habermasian Hadamard Hausdorff Heckman Hermite Hessian Hirschman Hodgkin Hotelling
		Husserl Itô Jacobi Jacobian Jeffreys Kahneman Kalman Kaplan Kendall Kolmogorov Kripke Kruskal Krylov Kullback Lacan
		Lacanian Laguerre Laplacian Latour Leibler Levi Levinas Lévi Lévy Likert Lindberg Lipschitz Lorentz Lorenz Luhmann
		Lyapunov Mahalanobis Malthusian Marshallian Mathieu Maxwell Meier Metropolis-Hastings Michaelis Minkowski Moran
		Navier Neyman Nyquist Occam Ockham Parkinson Pearson Piaget Piagetian Poincaré Popper Popperian Raman Rasch
		Rawls Rawlsian Rayleigh Ricci Ricoeur Rorschach Rorty Runge Said Schrödinger Schur Shapiro Shapley Smirnov Spearman
		Spinoza Spivak Steiner Stirling Stokes Strauss Strouhal Sylow Taylor Tobin Tukey Turing Turner Tversky Vygotsky
		Abel Adams Ampère Apgar Archimedes Barthes Beck Bohr Borel Boltzmann Bregman Brent Burnside
		Cattell Catalan Cayley Cobb Conway Coxeter Debye Dekker Dijkstra Doppler Durbin Durkheim Ekman Eysenck Farr Feigenbaum Feller
		Feynman Fick Fokker Gleason Goffman Goldstone Hamming Hausman Heisenberg Helmholtz Higgs Hilbert Hofstede
		Hopf Huber Huffman Ising Jensen Jordan Kohlberg Kutta Lanczos Langevin Legendre Levenberg Levene Levenshtein Likert
		Lotka Mach Mandelbrot Mantel Marquardt Maslow Milgram Mises Morse Nelder Newton Noether Onsager Osher Padé Perron Phillips Planck
		Potts Ramsey Rényi Riccati Ritz Robbins Rogers Rudin Schmidt Simpson Sobel Sobolev Stackelberg Stein Stieltjes
		Strassen Stroop Sturm Szegő Tikhonov Toeplitz Tutte Vandermonde Viterbi Volterra Voronoi Wald Walsh Wasserstein Wechsler Welch
		Weyl Wicksell Winograd Wishart Yule Zernike Zipf
		Wallerstein Watt Weber Weberian Weibull Whitney Whittle Wiener Wigner Wilcoxon Wilk Wilks Wright Yates Žižek
	`),
	...list(`
		Arabidopsis Aspergillus Bacillus Caenorhabditis Candida Chlamydia Clostridium Drosophila Escherichia Helicobacter
		Homo Klebsiella Lactobacillus Listeria Mycobacterium Plasmodium Pseudomonas Saccharomyces Salmonella Staphylococcus
		Streptococcus Toxoplasma Trypanosoma Wolbachia Xenopus Zika Ebola Android Fortran Google Java Linux MATLAB Pascal
		Python Unix Adobe Macintosh Braille Garamond Helvetica Prolog Haskell Perl Cobol Algol
	`),
	...list(`
		Barney Basil Billy Bob Bobby Carol Harry Hector Jack Jimmy John Josh Kitty Maria Martin Matt Mike Nick Peter Roger Sally
		Smith Terry Tony Victor
	`)
];

/** Given names that are common words too: they are names before an initial or a word that is no common one. */
export const DOUBTFUL_GIVEN = new Set(
	list(`
		art bill brad brook bud buck chance charity chase chuck clay cliff dale daisy dawn dean don drew earl eve faith frank gale
		gay gene ginger glen grace grant guy hank hazel heather holly hope iris ivory ivy jasmine jewel joy lance lily mark may
		miles misty norman olive opal pat patsy pearl penny pierce randy ray rich rob robin rod rose ruby rusty sandy sonny sterling
		sue violet viola wade warren will`)
);

/** Given names among the names above. */
export const GIVEN = list(
	'Barney Basil Billy Bob Bobby Carol Harry Hector Jack Jimmy John Josh Maria Martin Matt Mike Nick Peter Roger Sally Terry Tony Victor'
);

/**
 * Names of several words. Small words inside them stay small; a hyphen in a title counts as a space.
 * "Indigenous" and "Aboriginal" have capitals in APA 7, 5.7 (from memory).
 */
export const PHRASES: readonly string[] = `
Radon Transform|Computer Modern|New York|New Zealand|New Mexico|New Hampshire|New Jersey|New Orleans|New England|New Guinea|New Caledonia|New Haven
New Testament|Old Testament|New Deal|New South Wales|Old Norse|Old English|Middle English|Old French|Old Icelandic
New World|Old World|Third World|Third Reich|World Wide Web|World Bank|World Health Organization|World Trade Organization
World War|World War I|World War II|First World War|Second World War|Great War|Great Depression|Cold War|Civil Rights Movement
American Civil War|Spanish Civil War|English Civil War|Hundred Years' War|Thirty Years' War|Industrial Revolution
Middle Ages|Early Middle Ages|High Middle Ages|Late Middle Ages|Dark Ages|Bronze Age|Iron Age|Stone Age|Gilded Age
Progressive Era|Jim Crow|Black Death|Magna Carta|Declaration of Independence|Bill of Rights|Founding Fathers
Middle East|Middle Eastern|Near East|Near Eastern|Far East|Far Eastern|Latin America|Latin American|Latin Americans
Global South|Global North|Deep South|Pacific Northwest|Great Plains|Great Lakes|Great Britain|Great Wall|Silk Road
Black Sea|North Sea|Red Sea|Dead Sea|Baltic Sea|Mediterranean Sea|Low Countries|Gold Coast|Ivory Coast|Cape Verde
Sierra Leone|Sri Lanka|Costa Rica|Puerto Rico|El Salvador|San Francisco|San Diego|San Antonio|San José|Los Angeles
Las Vegas|Santa Fe|Santa Barbara|Buenos Aires|Rio de Janeiro|São Paulo|Tel Aviv|Hong Kong|Abu Dhabi|Kuala Lumpur
Saudi Arabia|Burkina Faso|Papua New Guinea|Bosnia and Herzegovina|Trinidad and Tobago|Cape Town|Salt Lake City
Rhode Island|District of Columbia|Wall Street|White House|Silicon Valley|Hudson Bay|Grand Canyon|Rocky Mountains
United States|United States of America|United Kingdom|United Nations|United Arab Emirates|European Union|Soviet Union
European Commission|European Parliament|European Court of Human Rights|European Central Bank|African Union|Arab Spring
Arab League|Red Cross|Supreme Court|House of Commons|House of Lords|House of Representatives|National Science Foundation
National Institutes of Health|National Health Service|International Monetary Fund|Federal Reserve|Affordable Care Act
Communist Party|Labour Party|Conservative Party|Democratic Party|Republican Party|Tea Party|Roman Catholic|Holy See
Holy Roman Empire|Holy Spirit|Holy Land|Church of England|Church Fathers|Virgin Mary|Jesus Christ|Dead Sea Scrolls
Book of Common Prayer|Native American|Native Americans|African American|African Americans|Asian American|Asian Americans
Black Lives Matter|Black Panther|Black Panthers|Ku Klux Klan|Deaf Culture|Islamic State|Nation of Islam|Muslim Brotherhood
Monte Carlo|Big Mac|Big Bang|Milky Way|Down Syndrome|Down's Syndrome|Golden Gate|Nobel Prize|Pulitzer Prize|Olympic Games
Common Core|Head Start|Covid-19|Long Covid|Van Gogh|Le Corbusier|El Greco|La Fontaine|Lake Victoria
Microsoft Word|Microsoft Windows|Microsoft Excel|Google Scholar|Apache Spark|Visual Basic|Monte Cassino|Santa Claus
Mona Lisa|Robin Hood|Don Quixote|Moby Dick|Harry Potter|King Lear|Uncle Tom|Sherlock Holmes|Huckleberry Finn
Hurricane Katrina|Hurricane Sandy|Mount Vernon|Fort Worth|Stack Overflow|Open AI|Ivy League|Super Bowl|World Cup
Oxford English Dictionary|Chicago Manual of Style|General Public License|State University|State College|War of 1812
War of Independence|British Library|British Museum|British Council|National Gallery|Library of Congress|Project Gutenberg|Government Printing Office
Fourth of July|Ash Wednesday|Good Friday|New Year|New Year's Eve|Boy Scouts|Girl Scouts|Peace Corps|Marshall Plan
`
	.trim()
	.split(/[\n|]/);

/** What stands before a place and makes a name with it: North America, New Zealand, Mount Everest, Lake Erie. */
export const BEFORE_PLACE = new Set(
	list(`
		north south east west northern southern eastern western central northeast northwest southeast southwest northeastern
		northwestern southeastern southwestern mount lake cape fort port saint st san santa los upper lower greater new port port
		mid`)
);

/** What stands before a name and is part of it: King Arthur, Lord Byron, Queen Victoria. */
export const BEFORE_PERSON = new Set(
	list(
		'king queen lord lady sir saint st pope emperor empress prince princess president prof dr mr mrs ms captain don van von'
	)
);

/** What stands behind a place and makes a name with it: Mississippi River, Harvard University. */
export const BEHIND_PLACE = new Set(
	list(`
		river valley bay island islands lake lakes mountain mountains sea ocean university college museum peninsula
		desert canal strait gulf basin delta abbey castle cathedral palace street avenue bridge harbor harbour institute
		prize press city county library square`)
);

/** What stands behind a people's name and makes an event or a realm with it: French Revolution, Roman Empire. */
export const BEHIND_PEOPLE = new Set(
	list('empire revolution war wars dynasty republic renaissance enlightenment uprising kingdom commonwealth')
);

/** What is a name with "of" and a place: University of Leeds, Battle of Hastings. */
export const OF_PLACE = new Set(list('university battle bay gulf kingdom republic treaty isle duke earl bank strait'));

/** What stands at the head of the name of a body: the American Association for …, the National Museum of … */
export const BODY_FIRST = new Set(
	list('international national royal european american british world pan-american inter-american')
);

/** What such a body is; alone it is a common word. */
export const BODIES = new Set(
	list(`
		society association academy institute council commission committee organization organisation federation union agency museum
		conference congress symposium workshop meeting foundation library guard park gallery archives bureau institutes laboratory center centre`)
);
