/**
 * Worked examples of the style authorities, by manual and section. The forms (what stands where, in which order, with
 * which punctuation) are those the named section prescribes; every example here is written from memory of that
 * section, with invented sources in the place of the manual's own, since the manuals are not at hand.
 */
import { check, narrative } from '../../../../scripts/worked-examples';

check(
	'APA, Publication Manual 7',
	'apa',
	[
		{ section: '8.11 parenthetical', cites: [['one']], is: '(Okafor, 1997)' },
		{ section: '8.11 narrative', cites: [[narrative('one')]], is: 'Okafor (1997)' },
		{ section: '8.13 specific part', cites: [['one@12']], is: '(Okafor, 1997, p. 12)' },
		{ section: '8.13 pages', cites: [['one@12-14']], is: '(Okafor, 1997, pp. 12–14)' },
		{ section: '8.17 two authors, parenthetical', cites: [['two']], is: '(Okonjo & Brandt, 2019)' },
		{ section: '8.17 two authors, narrative', cites: [[narrative('two')]], is: 'Okonjo and Brandt (2019)' },
		{ section: '8.17 three authors or more', cites: [['three']], is: '(Pell et al., 2013)' },
		{
			section: '8.12 several works, alphabetical',
			cites: [['two', 'book']],
			is: '(Okonjo & Brandt, 2019; Tarrow, 2004)'
		},
		{ section: '8.19 same author and date', cites: [['a2018', 'b2018']], is: '(Silva, 2018a, 2018b)' },
		{ section: '8.21 group author', cites: [['group']], is: '(Coastal Nature Agency, 2020)' },
		{ section: '8.14 no author', cites: [['anon']], is: '(“First Lamps on the Long Quay,” 1868)' },
		{ section: '8.13 no date', cites: [['nodate']], is: '(Port Ennis Museum, n.d.)' }
	],
	[
		[
			'10.1 example 1, journal article',
			'one',
			'Okafor, E. (1997). Eels and the lit channel. <i>Letters in Field Ecology</i>, <i>4</i>(2), 11–26. https://doi.org/10.5555/lfe.1997.11'
		],
		[
			'10.1 two authors',
			'two',
			'Okonjo, A., & Brandt, L. M. (2019). Mapping the gaslit quays. <i>Harbour Studies</i>, <i>12</i>(3), 201–219. https://doi.org/10.5555/hs.2019.201'
		],
		['10.2 example 20, authored book', 'book', 'Tarrow, I. (2004). <i>Night work</i>. Saltmarsh Books.'],
		['10.2 example 22, later edition', 'second', 'Lowe, A. (1978). <i>Work and weather</i> (2nd ed.). Harrow & Quay.'],
		[
			'10.2 example 24, edited book',
			'edited',
			'Marlowe, J., & Osei, K. (Eds.). (2001). <i>Unseen hands</i>. Saltmarsh Books.'
		],
		[
			'10.3 example 38, chapter',
			'chapter',
			'Holm, E. (2009). Wading birds and the harbour front. In I. Grant (Ed.), <i>Birds of working coasts</i> (pp. 140–163). Tidemark Press.'
		],
		[
			'10.1 example 16, newspaper',
			'news',
			'Lund, G. (1955, October 4). When the night had keepers. <i>Port Ennis Courier</i>, 3.'
		],
		[
			'10.6 example 64, dissertation',
			'thesis',
			'Adeyemi, T. (2017). <i>Light, tide and the feeding of eels</i> [PhD thesis]. University of Callow.'
		],
		[
			'10.16 example 113, web page with retrieval date',
			'nodate',
			'Port Ennis Museum. (n.d.). <i>Lamp no. 212</i>. Retrieved September 14, 2026, from https://example.org/212'
		]
	]
);

check(
	'MLA Handbook 9',
	'modern-language-association',
	[
		{ section: '6.3 author and page', cites: [['book@41']], is: '(Tarrow 41)' },
		{ section: '6.4 author in prose', cites: [[narrative('book', '41')]], is: 'Tarrow (41)' },
		{ section: '6.5 two authors', cites: [['two@204']], is: '(Okonjo and Brandt 204)' },
		{ section: '6.5 three authors or more', cites: [['three@5']], is: '(Pell et al. 5)' },
		{ section: '6.30 several sources', cites: [['book@41', 'one@12']], is: '(Tarrow 41; Okafor 12)' },
		{ section: '6.16 page range', cites: [['book@41-43']], is: '(Tarrow 41–43)' },
		{ section: '6.6 corporate author', cites: [['group@4']], is: '(Coastal Nature Agency 4)' },
		{
			section: '6.8 same author, two works',
			cites: [['a2018@12', 'b2018@3']],
			is: '(Silva, “Colour and the Night Run” 12; Silva, “Eel Passage under Lamps” 3)'
		}
	],
	[
		['5.37 book', 'book', 'Tarrow, Ivo. <i>Night Work</i>. Saltmarsh Books, 2004.'],
		[
			'5.44 journal article',
			'one',
			'Okafor, Ebele. “Eels and the Lit Channel.” <i>Letters in Field Ecology</i>, vol. 4, no. 2, 1997, pp. 11–26, https://doi.org/10.5555/lfe.1997.11.'
		],
		[
			'5.7 two authors',
			'two',
			'Okonjo, Adaeze, and Lise M. Brandt. “Mapping the Gaslit Quays.” <i>Harbour Studies</i>, vol. 12, no. 3, 2019, pp. 201–19, https://doi.org/10.5555/hs.2019.201.'
		],
		[
			'5.8 three authors',
			'three',
			'Pell, Oriel, et al. “Counting What Comes to the Light.” <i>Annals of Night Ecology</i>, vol. 7, 2013, pp. 1–24.'
		],
		['5.49 edition', 'second', 'Lowe, Arthur. <i>Work and Weather</i>. 2nd ed., Harrow & Quay, 1978.'],
		[
			'5.32 work in a collection',
			'chapter',
			'Holm, Eskil. “Wading Birds and the Harbour Front.” <i>Birds of Working Coasts</i>, edited by Isla Grant, Tidemark Press, 2009, pp. 140–63.'
		],
		['5.9 editors', 'edited', 'Marlowe, Judith, and Kwame Osei, editors. <i>Unseen Hands</i>. Saltmarsh Books, 2001.'],
		[
			'5.78 newspaper',
			'news',
			'Lund, Greta. “When the Night Had Keepers.” <i>Port Ennis Courier</i>, 4 Oct. 1955, p. 3.'
		]
	]
);

check(
	'Chicago Manual 17, notes',
	'chicago-fullnote-bibliography-with-ibid',
	[
		{
			section: '14.23 book, full note',
			cites: [['book@41']],
			is: 'Ivo Tarrow, <i>Night Work</i> (Northfield: Saltmarsh Books, 2004), 41.'
		},
		{
			section: '14.23 article, full note',
			cites: [['one@12']],
			is: 'Ebele Okafor, “Eels and the Lit Channel,” <i>Letters in Field Ecology</i> 4, no. 2 (1997): 12, https://doi.org/10.5555/lfe.1997.11.'
		},
		{
			section: '14.30 shortened citation',
			cites: [['book@41'], ['one@12'], ['book@43']],
			is: 'Tarrow, <i>Night Work</i>, 43.'
		},
		{ section: '14.34 ibid.', cites: [['book@41'], ['book@41']], is: 'Ibid.' },
		{ section: '14.34 ibid. with page', cites: [['book@41'], ['book@43']], is: 'Ibid., 43.' },
		{
			section: '14.34 not after a note with several sources',
			cites: [['book@41', 'one@12'], ['book@43']],
			is: 'Tarrow, <i>Night Work</i>, 43.'
		},
		{
			section: '14.57 several citations in a note',
			cites: [['book@41', 'second@9']],
			is: 'Ivo Tarrow, <i>Night Work</i> (Northfield: Saltmarsh Books, 2004), 41; Arthur Lowe, <i>Work and Weather</i>, 2nd ed. (Callow: Harrow & Quay, 1978), 9.'
		},
		{
			section: '14.76 two authors',
			cites: [['two@205']],
			is: 'Adaeze Okonjo and Lise M. Brandt, “Mapping the Gaslit Quays,” <i>Harbour Studies</i> 12, no. 3 (2019): 205, https://doi.org/10.5555/hs.2019.201.'
		},
		{
			section: '14.106 chapter',
			cites: [['chapter@150']],
			is: 'Eskil Holm, “Wading Birds and the Harbour Front,” in <i>Birds of Working Coasts</i>, ed. Isla Grant (Callow: Tidemark Press, 2009), 150.'
		},
		{
			section: '9.61 page ranges',
			cites: [['book@101-108']],
			is: 'Ivo Tarrow, <i>Night Work</i> (Northfield: Saltmarsh Books, 2004), 101–8.'
		}
	],
	[
		['14.23 book', 'book', 'Tarrow, Ivo. <i>Night Work</i>. Northfield: Saltmarsh Books, 2004.'],
		[
			'14.23 article',
			'one',
			'Okafor, Ebele. “Eels and the Lit Channel.” <i>Letters in Field Ecology</i> 4, no. 2 (1997): 11–26. https://doi.org/10.5555/lfe.1997.11.'
		],
		[
			'14.106 chapter',
			'chapter',
			'Holm, Eskil. “Wading Birds and the Harbour Front.” In <i>Birds of Working Coasts</i>, edited by Isla Grant, 140–63. Callow: Tidemark Press, 2009.'
		],
		[
			'14.103 editors',
			'edited',
			'Marlowe, Judith, and Kwame Osei, eds. <i>Unseen Hands</i>. Northfield: Saltmarsh Books, 2001.'
		],
		[
			'14.76 two authors',
			'two',
			'Okonjo, Adaeze, and Lise M. Brandt. “Mapping the Gaslit Quays.” <i>Harbour Studies</i> 12, no. 3 (2019): 201–19. https://doi.org/10.5555/hs.2019.201.'
		]
	]
);

check(
	'Chicago Manual 17, author–date',
	'chicago-author-date',
	[
		{ section: '15.22 basic form', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: '15.23 with page', cites: [['book@41']], is: '(Tarrow 2004, 41)' },
		{ section: '15.25 author in the text', cites: [[narrative('book')]], is: 'Tarrow (2004)' },
		{ section: '15.29 two authors', cites: [['two@205']], is: '(Okonjo and Brandt 2019, 205)' },
		{ section: '15.30 several references', cites: [['book', 'one']], is: '(Tarrow 2004; Okafor 1997)' },
		{ section: '15.20 same author and year', cites: [['a2018', 'b2018']], is: '(Silva 2018a, 2018b)' }
	],
	[
		['15.9 book', 'book', 'Tarrow, Ivo. 2004. <i>Night Work</i>. Northfield: Saltmarsh Books.'],
		[
			'15.9 article',
			'one',
			'Okafor, Ebele. 1997. “Eels and the Lit Channel.” <i>Letters in Field Ecology</i> 4 (2): 11–26. https://doi.org/10.5555/lfe.1997.11.'
		],
		[
			'15.36 chapter',
			'chapter',
			'Holm, Eskil. 2009. “Wading Birds and the Harbour Front.” In <i>Birds of Working Coasts</i>, edited by Isla Grant, 140–63. Callow: Tidemark Press.'
		]
	]
);

check(
	'IEEE Reference Guide',
	'ieee',
	[
		{ section: 'I.B citing in text', cites: [['book']], is: '[1]' },
		{ section: 'I.B with page', cites: [['book@41']], is: '[1, p. 41]' },
		{ section: 'I.B a source cited again keeps its number', cites: [['book'], ['one'], ['book']], is: '[1]' },
		{ section: 'I.B author named in the sentence', cites: [[narrative('one')]], is: 'Okafor [1]' }
	],
	[
		['II.B books', 'book', '[1] I. Tarrow, <i>Night work</i>. Northfield: Saltmarsh Books, 2004.'],
		[
			'II.B periodicals',
			'one',
			'[1] E. Okafor, “Eels and the lit channel,” <i>Letters in Field Ecology</i>, vol. 4, no. 2, pp. 11–26, 1997, doi: 10.5555/lfe.1997.11.'
		],
		[
			'II.B chapter',
			'chapter',
			'[1] E. Holm, “Wading birds and the harbour front,” in <i>Birds of working coasts</i>, I. Grant, Ed., Callow: Tidemark Press, 2009, pp. 140–163.'
		]
	]
);

check(
	'NLM, Citing Medicine 2 (Vancouver)',
	'vancouver',
	[
		{ section: 'numbers in the order of citing', cites: [['book'], ['one']], is: '(2)' },
		{ section: 'several numbers', cites: [['book', 'one', 'two']], is: '(1–3)' },
		{ section: 'two numbers are no range', cites: [['book'], ['one'], ['book', 'two']], is: '(1,3)' }
	],
	[
		[
			'ch. 1 journal articles',
			'one',
			'1. Okafor E. Eels and the lit channel. Letters in Field Ecology. 1997;4(2):11–26.'
		],
		['ch. 2 books', 'book', '1. Tarrow I. Night work. Northfield: Saltmarsh Books; 2004.'],
		['ch. 2 edition', 'second', '1. Lowe A. Work and weather. 2nd ed. Callow: Harrow & Quay; 1978.'],
		[
			'ch. 1 three authors',
			'three',
			'1. Pell O, Lindqvist M, Okamoto H. Counting what comes to the light. Annals of Night Ecology. 2013;7:1–24.'
		]
	]
);

check(
	'AMA Manual of Style 11',
	'american-medical-association',
	[
		{ section: '3.6 raised numbers', cites: [['book']], is: '<sup>1</sup>' },
		{
			// the manual prints a hyphen; the style leaves the sign to the locale
			section: '3.6 ranges and lists',
			cites: [['book', 'one', 'two']],
			is: '<sup>1–3</sup>'
		},
		{ section: '3.6 page in the citation', cites: [['book@41']], is: '<sup>1(p41)</sup>' }
	],
	[
		[
			'3.11 journal article',
			'one',
			'1. Okafor E. Eels and the lit channel. <i>Letters in Field Ecology</i>. 1997;4(2):11-26. doi:10.5555/lfe.1997.11'
		],
		['3.12 book', 'book', '1. Tarrow I. <i>Night Work</i>. Saltmarsh Books; 2004.'],
		['3.12 edition', 'second', '1. Lowe A. <i>Work and Weather</i>. 2nd ed. Harrow & Quay; 1978.']
	]
);

check(
	'Cite Them Right 12 (Harvard)',
	'harvard-cite-them-right',
	[
		{ section: 'in-text citation', cites: [['book']], is: '(Tarrow, 2004)' },
		{ section: 'with page', cites: [['book@41']], is: '(Tarrow, 2004, p. 41)' },
		{ section: 'two authors', cites: [['two']], is: '(Okonjo and Brandt, 2019)' },
		{ section: 'author in the sentence', cites: [[narrative('two')]], is: 'Okonjo and Brandt (2019)' },
		{ section: 'no date', cites: [['nodate']], is: '(Port Ennis Museum, no date)' }
	],
	[
		['book', 'book', 'Tarrow, I. (2004) <i>Night work</i>. Northfield: Saltmarsh Books.'],
		[
			'journal article',
			'one',
			'Okafor, E. (1997) ‘Eels and the lit channel’, <i>Letters in Field Ecology</i>, 4(2), pp. 11–26. Available at: https://doi.org/10.5555/lfe.1997.11.'
		],
		[
			'chapter',
			'chapter',
			'Holm, E. (2009) ‘Wading birds and the harbour front’, in I. Grant (ed.) <i>Birds of working coasts</i>. Callow: Tidemark Press, pp. 140–163.'
		]
	]
);

check(
	'OSCOLA 4',
	'oscola',
	[
		{ section: '3.2 book', cites: [['book@41']], is: 'Ivo Tarrow, <i>Night Work</i> (Saltmarsh Books 2004) 41.' },
		{
			section: '3.3 article',
			cites: [['one']],
			is: 'Ebele Okafor, ‘Eels and the Lit Channel’ (1997) 4 Letters in Field Ecology 11.'
		},
		{ section: '1.2 subsequent citation', cites: [['book@41'], ['one'], ['book@43']], is: 'Tarrow (n 1) 43.' },
		{ section: '1.2 ibid', cites: [['book@41'], ['book@43']], is: 'ibid 43.' }
	],
	[]
);

check(
	'Chicago Manual 17, notes: other kinds',
	'chicago-fullnote-bibliography',
	[
		{
			section: '14.215 thesis',
			cites: [['thesis@7']],
			is: 'Tunde Adeyemi, “Light, Tide and the Feeding of Eels” (PhD thesis, University of Callow, 2017), 7.'
		},
		{
			section: '14.194 newspaper, no page in the note',
			cites: [['news']],
			is: 'Greta Lund, “When the Night Had Keepers,” <i>Port Ennis Courier</i>, October 4, 1955.'
		},
		{
			section: '14.199 unsigned newspaper article, note',
			cites: [['anon']],
			is: '“First Lamps on the Long Quay,” <i>Port Ennis Courier</i>, November 3, 1868.'
		},
		{
			section: '14.207 website content',
			cites: [['page']],
			is: 'Simone Wardle, “How the Quays Were Lit,” Port Ennis Heritage, February 18, 2020, https://example.org/quays.'
		},
		{
			section: '14.207 undated website content: the day of reading',
			cites: [['nodate']],
			is: 'Port Ennis Museum, “Lamp No. 212,” accessed September 14, 2026, https://example.org/212.'
		},
		{
			section: '14.103 editors in place of authors',
			cites: [['edited@9']],
			is: 'Judith Marlowe and Kwame Osei, eds., <i>Unseen Hands</i> (Northfield: Saltmarsh Books, 2001), 9.'
		},
		{
			section: '14.76 three authors',
			cites: [['three@5']],
			is: 'Oriel Pell, Maren Lindqvist, and Haruka Okamoto, “Counting What Comes to the Light,” <i>Annals of Night Ecology</i> 7 (2013): 5.'
		}
	],
	[
		[
			'14.199 unsigned newspaper article, list',
			'anon',
			'<i>Port Ennis Courier</i>. “First Lamps on the Long Quay.” November 3, 1868.'
		],
		['14.113 edition', 'second', 'Lowe, Arthur. <i>Work and Weather</i>. 2nd ed. Callow: Harrow & Quay, 1978.'],
		[
			'14.215 thesis',
			'thesis',
			'Adeyemi, Tunde. “Light, Tide and the Feeding of Eels.” PhD thesis, University of Callow, 2017.'
		]
	]
);

check(
	'Turabian Manual 9, author–date',
	'turabian-author-date',
	[
		{ section: '18.1.1 basic form', cites: [['book@41']], is: '(Tarrow 2004, 41)' },
		{ section: '18.3.2 author in the text', cites: [[narrative('book', '41')]], is: 'Tarrow (2004, 41)' },
		{ section: '18.3.2 two authors', cites: [['two@204']], is: '(Okonjo and Brandt 2019, 204)' },
		{ section: '18.3.2 three authors', cites: [['three']], is: '(Pell, Lindqvist, and Okamoto 2013)' },
		{ section: '18.3.2 same author and year', cites: [['a2018', 'b2018']], is: '(Silva 2018a, 2018b)' },
		{ section: '18.3.3 several sources', cites: [['book', 'one']], is: '(Tarrow 2004; Okafor 1997)' },
		{ section: '18.3.2 no date', cites: [['nodate']], is: '(Port Ennis Museum n.d.)' },
		{ section: '23.2.4 page ranges', cites: [['book@101-108']], is: '(Tarrow 2004, 101–8)' }
	],
	[
		['19.1 book', 'book', 'Tarrow, Ivo. 2004. <i>Night Work</i>. Northfield: Saltmarsh Books.'],
		['19.1.4 edition', 'second', 'Lowe, Arthur. 1978. <i>Work and Weather</i>. 2nd ed. Callow: Harrow & Quay.'],
		[
			'19.1.8 chapter',
			'chapter',
			'Holm, Eskil. 2009. “Wading Birds and the Harbour Front.” In <i>Birds of Working Coasts</i>, edited by Isla Grant, 140–63. Callow: Tidemark Press.'
		],
		[
			'19.2 article',
			'one',
			'Okafor, Ebele. 1997. “Eels and the Lit Channel.” <i>Letters in Field Ecology</i> 4, no. 2: 11–26. https://doi.org/10.5555/lfe.1997.11.'
		],
		[
			'19.4 newspaper',
			'news',
			'Lund, Greta. 1955. “When the Night Had Keepers.” <i>Port Ennis Courier</i>, October 4, 1955.'
		],
		[
			'19.5.1 website content',
			'page',
			'Wardle, Simone. 2020. “How the Quays Were Lit.” Port Ennis Heritage. February 18, 2020. https://example.org/quays.'
		]
	]
);

check(
	'APSA Style Manual 2018',
	'american-political-science-association',
	[
		{ section: 'in-text citations, basic form', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: 'with page', cites: [['book@41']], is: '(Tarrow 2004, 41)' },
		{ section: 'author in the sentence', cites: [[narrative('book')]], is: 'Tarrow (2004)' },
		{ section: 'two authors', cites: [['two@204']], is: '(Okonjo and Brandt 2019, 204)' },
		{ section: 'three authors', cites: [['three']], is: '(Pell, Lindqvist, and Okamoto 2013)' },
		{ section: 'several sources, alphabetical', cites: [['book', 'one']], is: '(Okafor 1997; Tarrow 2004)' },
		{ section: 'same author and year', cites: [['a2018', 'b2018']], is: '(Silva 2018a, 2018b)' }
	],
	[
		['books', 'book', 'Tarrow, Ivo. 2004. <i>Night Work</i>. Northfield: Saltmarsh Books.'],
		[
			'periodicals',
			'one',
			'Okafor, Ebele. 1997. “Eels and the Lit Channel.” <i>Letters in Field Ecology</i> 4(2): 11–26. doi:10.5555/lfe.1997.11.'
		],
		[
			'chapter in a multiauthor book',
			'chapter',
			'Holm, Eskil. 2009. “Wading Birds and the Harbour Front.” In <i>Birds of Working Coasts</i>, ed. Isla Grant. Callow: Tidemark Press, 140–63.'
		],
		[
			'edited book',
			'edited',
			'Marlowe, Judith, and Kwame Osei, eds. 2001. <i>Unseen Hands</i>. Northfield: Saltmarsh Books.'
		]
	]
);

check(
	'ACS Style Guide 3, chapter 14',
	'american-chemical-society',
	[
		{ section: 'raised numbers', cites: [['book']], is: '<sup>1</sup>' },
		{ section: 'numbers in the order of citing', cites: [['book'], ['one']], is: '<sup>2</sup>' },
		{ section: 'two numbers', cites: [['book', 'one']], is: '<sup>1,2</sup>' },
		{ section: 'three numbers are a range', cites: [['book', 'one', 'two']], is: '<sup>1–3</sup>' },
		{ section: 'a source cited again keeps its number', cites: [['book'], ['one'], ['book']], is: '<sup>1</sup>' }
	],
	[
		[
			'journal article: bold year, italic volume',
			'three',
			'(1) Pell, O.; Lindqvist, M.; Okamoto, H. Counting What Comes to the Light. <i>Annals of Night Ecology</i> <b>2013</b>, <i>7</i>, 1–24.'
		],
		['book without editors', 'book', '(1) Tarrow, I. <i>Night Work</i>; Saltmarsh Books: Northfield, 2004.'],
		['edition', 'second', '(1) Lowe, A. <i>Work and Weather</i>, 2nd ed.; Harrow & Quay: Callow, 1978.']
	]
);

check(
	'IEEE Reference Guide: other kinds',
	'ieee',
	[
		{ section: 'I.B several citations', cites: [['book', 'one']], is: '[1], [2]' },
		{ section: 'I.B pages', cites: [['book@101-108']], is: '[1, pp. 101–108]' }
	],
	[
		['II.B edition', 'second', '[1] A. Lowe, <i>Work and weather</i>, 2nd ed. Callow: Harrow & Quay, 1978.'],
		[
			'II.B two authors',
			'two',
			'[1] A. Okonjo and L. M. Brandt, “Mapping the gaslit quays,” <i>Harbour Studies</i>, vol. 12, no. 3, pp. 201–219, 2019, doi: 10.5555/hs.2019.201.'
		],
		[
			'II.B three authors',
			'three',
			'[1] O. Pell, M. Lindqvist, and H. Okamoto, “Counting what comes to the light,” <i>Annals of Night Ecology</i>, vol. 7, pp. 1–24, 2013.'
		]
	]
);
