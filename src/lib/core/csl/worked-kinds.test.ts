/**
 * Worked examples by kind of source, for every featured style: forms that the named section of the manual prescribes, from
 * memory, with invented sources. Where a style departs from its manual, the example is not here but in
 * docs/conformance.md, or the style is corrected (catalogue/errata.json).
 */
import { check, narrative } from '../../../../scripts/worked-examples';

check(
	'APA, Publication Manual 7: other kinds',
	'apa',
	[
		{
			section: '8.9 personal communication',
			cites: [['letter']],
			is: '(N. Ivers, personal communication, March 2, 2024)'
		},
		{ section: '8.15 translation', cites: [['translated']], is: '(Rossi, 1971/1999)' },
		{
			section: '8.14 no author, other works beside it',
			cites: [['anon', 'book']],
			is: '(“First Lamps on the Long Quay,” 1868; Tarrow, 2004)'
		},
		{ section: '8.10 order, same author', cites: [['one'], ['book', 'one']], is: '(Okafor, 1997; Tarrow, 2004)' }
	],
	[
		[
			'10.4 example 50, report',
			'report',
			'Coastal Nature Agency. (2020). <i>Lighting and wildlife</i> (Report No. 41). Harbour Board. https://example.org/cna/41'
		],
		[
			'10.1 example 15, magazine',
			'magazine',
			'Lark, I. (2021, May). A walk by lamplight. <i>The Quayside</i>, <i>3</i>(2), 14–17.'
		],
		[
			'10.3 example 47, entry in a reference work',
			'entry',
			'Reyes, T. (2012). Gas lighting. In I. Grant (Ed.), <i>Encyclopaedia of harbours</i> (3rd ed., Vol. 2, pp. 211–214). Tidemark Press.'
		],
		['10.12 example 84, film', 'film', 'Moreau, G. (Director). (1962). <i>The last round</i> [Film]. Sund Films.'],
		[
			'10.9 example 75, data set',
			'data',
			'Strand, I., & Pell, O. (2016). <i>Shore counts, Port Ennis estuary</i> (Version 2.1) [Data set]. Estuary Data Store. https://doi.org/10.5555/eds.2016'
		],
		[
			'10.10 example 77, software',
			'software',
			'Brandt, L. M. (2018). <i>LampTrace</i> (Version 1.4) [Computer software]. Callow Digital History Group. https://example.org/lamptrace'
		],
		[
			'10.8 example 73, preprint',
			'preprint',
			'Mora, I., & Holm, E. (2023). <i>Lamps as landmarks</i>. Night Ecology Preprints. https://doi.org/10.5555/nep.118'
		],
		[
			'10.1 example 17, blog post',
			'blog',
			'Park, M. (2022, November 9). Counting in the rain. <i>Shore Notes</i>. https://example.org/rain'
		],
		[
			'10.2 example 29, translated and republished',
			'translated',
			'Rossi, A. (1999). <i>Lamps of the south</i> (C. Lowe, Trans.). Tidemark Press. (Original work published 1971)'
		],
		[
			'10.16 example 110, page on a website',
			'page',
			'Wardle, S. (2020, February 18). <i>How the quays were lit</i>. Port Ennis Heritage. https://example.org/quays'
		],
		['9.12 no author', 'anon', 'First lamps on the long quay. (1868, November 3). <i>Port Ennis Courier</i>, 2.'],
		[
			'10.1 three authors',
			'three',
			'Pell, O., Lindqvist, M., & Okamoto, H. (2013). Counting what comes to the light. <i>Annals of Night Ecology</i>, <i>7</i>, 1–24.'
		]
	]
);

check(
	'MLA Handbook 9: other kinds',
	'modern-language-association',
	[
		{ section: '6.9 no author', cites: [['anon@2']], is: '(“First Lamps on the Long Quay” 2)' },
		{ section: '6.3 work by its title: a film', cites: [['film']], is: '(<i>The Last Round</i>)' }
	],
	[
		[
			'appendix 2, magazine',
			'magazine',
			'Lark, Ida. “A Walk by Lamplight.” <i>The Quayside</i>, vol. 3, no. 2, May 2021, pp. 14–17.'
		],
		[
			'appendix 2, entry in a reference work',
			'entry',
			'Reyes, Tomas. “Gas Lighting.” <i>Encyclopaedia of Harbours</i>, edited by Isla Grant, 3rd ed., vol. 2, Tidemark Press, 2012, pp. 211–14.'
		],
		[
			'appendix 2, paper in proceedings',
			'paper',
			'Brandt, Lise M., and Adaeze Okonjo. “Ledgers as Light Meters.” <i>Proceedings of the Third Meeting on Urban Night</i>, Night Society, 2012, pp. 31–40.'
		],
		['appendix 2, film', 'film', '<i>The Last Round</i>. Directed by Gilles Moreau, Sund Films, 1962.'],
		[
			'appendix 2, blog post',
			'blog',
			'Park, Min. “Counting in the Rain.” <i>Shore Notes</i>, 9 Nov. 2022, https://example.org/rain.'
		],
		[
			'appendix 2, page on a website',
			'page',
			'Wardle, Simone. “How the Quays Were Lit.” <i>Port Ennis Heritage</i>, 18 Feb. 2020, https://example.org/quays.'
		],
		['5.22 no author', 'anon', '“First Lamps on the Long Quay.” <i>Port Ennis Courier</i>, 3 Nov. 1868, p. 2.'],
		[
			'appendix 2, dissertation',
			'thesis',
			'Adeyemi, Tunde. <i>Light, Tide and the Feeding of Eels</i>. 2017. University of Callow, PhD thesis.'
		]
	]
);

check(
	'Chicago Manual 17, notes: more kinds',
	'chicago-fullnote-bibliography',
	[
		{
			section: '14.188 magazine',
			cites: [['magazine']],
			is: 'Ida Lark, “A Walk by Lamplight,” <i>The Quayside</i>, May 2021.'
		},
		{
			section: '14.217 paper in proceedings',
			cites: [['paper@33']],
			is: 'Lise M. Brandt and Adaeze Okonjo, “Ledgers as Light Meters,” in <i>Proceedings of the Third Meeting on Urban Night</i> (Callow: Night Society, 2012), 33.'
		},
		{
			section: '14.208 blog',
			cites: [['blog']],
			is: 'Min Park, “Counting in the Rain,” <i>Shore Notes</i> (blog), November 9, 2022, https://example.org/rain.'
		},
		{
			section: '14.30 shortened, chapter',
			cites: [['chapter@150'], ['book@3'], ['chapter@151']],
			is: 'Holm, “Wading Birds and the Harbour Front,” 151.'
		},
		{
			section: '14.30 shortened, two authors',
			cites: [['two@205'], ['book@3'], ['two@206']],
			is: 'Okonjo and Brandt, “Mapping the Gaslit Quays,” 206.'
		},
		{
			section: '14.76 four authors and more, or three: shortened',
			cites: [['three@5'], ['book@3'], ['three@6']],
			is: 'Pell, Lindqvist, and Okamoto, “Counting What Comes to the Light,” 6.'
		}
	],
	[
		['14.188 magazine', 'magazine', 'Lark, Ida. “A Walk by Lamplight.” <i>The Quayside</i>, May 2021.'],
		[
			'14.217 paper in proceedings',
			'paper',
			'Brandt, Lise M., and Adaeze Okonjo. “Ledgers as Light Meters.” In <i>Proceedings of the Third Meeting on Urban Night</i>, 31–40. Callow: Night Society, 2012.'
		],
		[
			'14.208 blog',
			'blog',
			'Park, Min. “Counting in the Rain.” <i>Shore Notes</i> (blog), November 9, 2022. https://example.org/rain.'
		],
		[
			'14.207 page on a website',
			'page',
			'Wardle, Simone. “How the Quays Were Lit.” Port Ennis Heritage, February 18, 2020. https://example.org/quays.'
		],
		[
			'14.76 three authors',
			'three',
			'Pell, Oriel, Maren Lindqvist, and Haruka Okamoto. “Counting What Comes to the Light.” <i>Annals of Night Ecology</i> 7 (2013): 1–24.'
		]
	]
);

check(
	'Chicago Manual 17, author–date: other kinds',
	'chicago-author-date',
	[
		{ section: '15.40 reprint with its first date', cites: [['translated']], is: '(Rossi [1971] 1999)' },
		{ section: '15.38 no author', cites: [['anon']], is: '(<i>Port Ennis Courier</i> 1868)' },
		{ section: '15.29 three authors', cites: [['three']], is: '(Pell, Lindqvist, and Okamoto 2013)' },
		{ section: '15.23 chapter', cites: [['chapter@150']], is: '(Holm 2009, 150)' }
	],
	[
		['15.49 magazine', 'magazine', 'Lark, Ida. 2021. “A Walk by Lamplight.” <i>The Quayside</i>, May 2021.'],
		[
			'14.233 entry in a reference work',
			'entry',
			'Reyes, Tomas. 2012. “Gas Lighting.” In <i>Encyclopaedia of Harbours</i>, edited by Isla Grant, 3rd ed., 2:211–14. Callow: Tidemark Press.'
		],
		[
			'14.217 paper in proceedings',
			'paper',
			'Brandt, Lise M., and Adaeze Okonjo. 2012. “Ledgers as Light Meters.” In <i>Proceedings of the Third Meeting on Urban Night</i>, 31–40. Callow: Night Society.'
		],
		['14.265 film', 'film', 'Moreau, Gilles, dir. 1962. <i>The Last Round</i>. Sund Films.'],
		[
			'15.51 blog',
			'blog',
			'Park, Min. 2022. “Counting in the Rain.” <i>Shore Notes</i> (blog). November 9, 2022. https://example.org/rain.'
		],
		[
			'15.40 reprint',
			'translated',
			'Rossi, Aldo. (1971) 1999. <i>Lamps of the South</i>. Translated by Clara Lowe. Callow: Tidemark Press.'
		],
		[
			'14.215 thesis',
			'thesis',
			'Adeyemi, Tunde. 2017. “Light, Tide and the Feeding of Eels.” PhD thesis, University of Callow.'
		],
		[
			'15.50 page on a website',
			'page',
			'Wardle, Simone. 2020. “How the Quays Were Lit.” Port Ennis Heritage. February 18, 2020. https://example.org/quays.'
		],
		[
			'14.103 editors',
			'edited',
			'Marlowe, Judith, and Kwame Osei, eds. 2001. <i>Unseen Hands</i>. Northfield: Saltmarsh Books.'
		],
		['14.113 edition', 'second', 'Lowe, Arthur. 1978. <i>Work and Weather</i>. 2nd ed. Callow: Harrow & Quay.'],
		[
			'14.76 two authors',
			'two',
			'Okonjo, Adaeze, and Lise M. Brandt. 2019. “Mapping the Gaslit Quays.” <i>Harbour Studies</i> 12 (3): 201–19. https://doi.org/10.5555/hs.2019.201.'
		]
	]
);

check(
	'IEEE Reference Guide: more kinds',
	'ieee',
	[{ section: 'I.B three in a row', cites: [['book', 'one', 'two']], is: '[1], [2], [3]' }],
	[
		[
			'II.B thesis',
			'thesis',
			'[1] T. Adeyemi, “Light, tide and the feeding of eels,” PhD thesis, University of Callow, 2017.'
		],
		[
			'II.B conference paper',
			'paper',
			'[1] L. M. Brandt and A. Okonjo, “Ledgers as light meters,” in <i>Proceedings of the Third Meeting on Urban Night</i>, Callow: Night Society, 2012, pp. 31–40.'
		],
		[
			'II.B editors',
			'edited',
			'[1] J. Marlowe and K. Osei, Eds., <i>Unseen hands</i>. Northfield: Saltmarsh Books, 2001.'
		]
	]
);

check(
	'NLM, Citing Medicine 2 (Vancouver): other kinds',
	'vancouver',
	[{ section: 'a number again', cites: [['book'], ['one'], ['book']], is: '(1)' }],
	[
		[
			'ch. 2 contributions to books',
			'chapter',
			'1. Holm E. Wading birds and the harbour front. In: Grant I, editor. Birds of working coasts. Callow: Tidemark Press; 2009. p. 140–63.'
		],
		['ch. 2 editors', 'edited', '1. Marlowe J, Osei K, editors. Unseen hands. Northfield: Saltmarsh Books; 2001.'],
		[
			'ch. 3 conference proceedings',
			'paper',
			'1. Brandt LM, Okonjo A. Ledgers as light meters. In: Proceedings of the Third Meeting on Urban Night. Callow: Night Society; 2012. p. 31–40.'
		],
		[
			'ch. 5 dissertations',
			'thesis',
			'1. Adeyemi T. Light, tide and the feeding of eels [PhD thesis]. University of Callow; 2017.'
		],
		[
			'ch. 1 two authors',
			'two',
			'1. Okonjo A, Brandt LM. Mapping the gaslit quays. Harbour Studies. 2019;12(3):201–19.'
		]
	]
);

check(
	'AMA Manual of Style 11: other kinds',
	'american-medical-association',
	[
		{ section: '3.6 two numbers', cites: [['book', 'one']], is: '<sup>1,2</sup>' },
		{ section: '3.6 a number again', cites: [['book'], ['one'], ['book']], is: '<sup>1</sup>' }
	],
	[
		[
			'3.12 chapter',
			'chapter',
			'1. Holm E. Wading birds and the harbour front. In: Grant I, ed. <i>Birds of Working Coasts</i>. Tidemark Press; 2009:140-163.'
		],
		[
			'3.11 two authors',
			'two',
			'1. Okonjo A, Brandt LM. Mapping the gaslit quays. <i>Harbour Studies</i>. 2019;12(3):201-219. doi:10.5555/hs.2019.201'
		],
		[
			'3.15 website',
			'page',
			'1. Wardle S. How the quays were lit. Port Ennis Heritage. February 18, 2020. Accessed October 2, 2026. https://example.org/quays'
		],
		['3.13 newspaper', 'news', '1. Lund G. When the night had keepers. <i>Port Ennis Courier</i>. October 4, 1955:3.'],
		['3.12 editors', 'edited', '1. Marlowe J, Osei K, eds. <i>Unseen Hands</i>. Saltmarsh Books; 2001.'],
		[
			'3.13 proceedings',
			'paper',
			'1. Brandt LM, Okonjo A. Ledgers as light meters. In: <i>Proceedings of the Third Meeting on Urban Night</i>. Night Society; 2012:31-40.'
		],
		[
			'3.13 thesis',
			'thesis',
			'1. Adeyemi T. <i>Light, Tide and the Feeding of Eels</i>. PhD thesis. University of Callow; 2017.'
		],
		[
			'3.11 three authors',
			'three',
			'1. Pell O, Lindqvist M, Okamoto H. Counting what comes to the light. <i>Annals of Night Ecology</i>. 2013;7:1-24.'
		]
	]
);

check(
	'Cite Them Right 12 (Harvard): other kinds',
	'harvard-cite-them-right',
	[
		{ section: 'three authors', cites: [['three']], is: '(Pell, Lindqvist and Okamoto, 2013)' },
		{ section: 'same author and year', cites: [['a2018', 'b2018']], is: '(Silva, 2018a, 2018b)' },
		{ section: 'several sources', cites: [['book', 'one']], is: '(Okafor, 1997; Tarrow, 2004)' }
	],
	[
		[
			'two authors',
			'two',
			'Okonjo, A. and Brandt, L.M. (2019) ‘Mapping the gaslit quays’, <i>Harbour Studies</i>, 12(3), pp. 201–219. Available at: https://doi.org/10.5555/hs.2019.201.'
		],
		[
			'thesis',
			'thesis',
			'Adeyemi, T. (2017) <i>Light, tide and the feeding of eels</i>. PhD thesis. University of Callow.'
		],
		[
			'conference paper',
			'paper',
			'Brandt, L.M. and Okonjo, A. (2012) ‘Ledgers as light meters’, in <i>Proceedings of the Third Meeting on Urban Night</i>. Callow: Night Society, pp. 31–40.'
		],
		['newspaper', 'news', 'Lund, G. (1955) ‘When the night had keepers’, <i>Port Ennis Courier</i>, 4 October, p. 3.'],
		['edition', 'second', 'Lowe, A. (1978) <i>Work and weather</i>. 2nd edn. Callow: Harrow & Quay.'],
		[
			'edited book',
			'edited',
			'Marlowe, J. and Osei, K. (eds) (2001) <i>Unseen hands</i>. Northfield: Saltmarsh Books.'
		],
		[
			'data set',
			'data',
			'Strand, I. and Pell, O. (2016) ‘Shore counts, Port Ennis estuary’. Estuary Data Store. Available at: https://doi.org/10.5555/eds.2016.'
		]
	]
);

check(
	'Nature, formatting guide',
	'nature',
	[
		{ section: 'raised numbers', cites: [['book']], is: '<sup>1</sup>' },
		{ section: 'a range', cites: [['book', 'one', 'two']], is: '<sup>1–3</sup>' },
		{ section: 'a number again', cites: [['book'], ['one'], ['book']], is: '<sup>1</sup>' }
	],
	[
		[
			'article',
			'one',
			'1. Okafor, E. Eels and the lit channel. <i>Letters in Field Ecology</i> <b>4</b>, 11–26 (1997).'
		],
		[
			'two authors',
			'two',
			'1. Okonjo, A. & Brandt, L. M. Mapping the gaslit quays. <i>Harbour Studies</i> <b>12</b>, 201–219 (2019).'
		],
		[
			'three authors',
			'three',
			'1. Pell, O., Lindqvist, M. & Okamoto, H. Counting what comes to the light. <i>Annals of Night Ecology</i> <b>7</b>, 1–24 (2013).'
		]
	]
);

check(
	'Science, instructions to authors',
	'science',
	[
		{ section: 'numbers in brackets, italic', cites: [['book']], is: '(<i>1</i>)' },
		{ section: 'a list', cites: [['book', 'one']], is: '(<i>1</i>, <i>2</i>)' },
		{ section: 'a range', cites: [['book', 'one', 'two']], is: '(<i>1</i>–<i>3</i>)' }
	],
	[
		[
			'article',
			'one',
			'1. E. Okafor, Eels and the lit channel. <i>Letters in Field Ecology</i> <b>4</b>, 11–26 (1997).'
		],
		['book', 'book', '1. I. Tarrow, <i>Night Work</i> (Saltmarsh Books, Northfield, 2004).'],
		[
			'two authors',
			'two',
			'1. A. Okonjo, L. M. Brandt, Mapping the gaslit quays. <i>Harbour Studies</i> <b>12</b>, 201–219 (2019).'
		],
		[
			'chapter',
			'chapter',
			'1. E. Holm, “Wading birds and the harbour front” in <i>Birds of Working Coasts</i>, I. Grant, Ed. (Tidemark Press, Callow, 2009), pp. 140–163.'
		],
		['editors', 'edited', '1. J. Marlowe, K. Osei, Eds., <i>Unseen Hands</i> (Saltmarsh Books, Northfield, 2001).'],
		['edition', 'second', '1. A. Lowe, <i>Work and Weather</i> (Harrow & Quay, Callow, ed. 2, 1978).']
	]
);

check(
	'ASA Style Guide 6',
	'american-sociological-association',
	[
		{ section: '4.2 text citation', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: '4.2 with page', cites: [['book@41']], is: '(Tarrow 2004:41)' },
		{ section: '4.2 two authors', cites: [['two']], is: '(Okonjo and Brandt 2019)' },
		{ section: '4.2 three authors', cites: [['three']], is: '(Pell, Lindqvist, and Okamoto 2013)' },
		{ section: '4.2 several sources', cites: [['book', 'one']], is: '(Okafor 1997; Tarrow 2004)' },
		{ section: '4.2 same author and year', cites: [['a2018', 'b2018']], is: '(Silva 2018a, 2018b)' }
	],
	[
		['5.1 book', 'book', 'Tarrow, Ivo. 2004. <i>Night Work</i>. Northfield: Saltmarsh Books.'],
		['5.1 edition', 'second', 'Lowe, Arthur. 1978. <i>Work and Weather</i>. 2nd ed. Callow: Harrow & Quay.'],
		[
			'5.1 edited volume',
			'edited',
			'Marlowe, Judith, and Kwame Osei, eds. 2001. <i>Unseen Hands</i>. Northfield: Saltmarsh Books.'
		],
		[
			'5.1 dissertation',
			'thesis',
			'Adeyemi, Tunde. 2017. “Light, Tide and the Feeding of Eels.” PhD thesis, University of Callow.'
		],
		[
			'5.1 newspaper',
			'news',
			'Lund, Greta. 1955. “When the Night Had Keepers.” <i>Port Ennis Courier</i>, October 4, 3.'
		]
	]
);

check(
	'CSE, Scientific Style and Format 8, name–year',
	'council-of-science-editors-author-date',
	[
		{ section: '29.2.1.2 one author', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: '29.2.1.2 two authors', cites: [['two']], is: '(Okonjo and Brandt 2019)' },
		{ section: '29.2.1.2 three authors', cites: [['three']], is: '(Pell et al. 2013)' }
	],
	[
		[
			'29.3.7.1 article',
			'one',
			'Okafor E. 1997. Eels and the lit channel. Letters in Field Ecology. 4(2):11–26. doi:10.5555/lfe.1997.11.'
		],
		['29.3.7.2 book', 'book', 'Tarrow I. 2004. Night work. Northfield: Saltmarsh Books.'],
		[
			'29.3.7.2 chapter',
			'chapter',
			'Holm E. 2009. Wading birds and the harbour front. In: Grant I, editor. Birds of working coasts. Callow: Tidemark Press. p. 140–163.'
		],
		['29.3.7.2 edition', 'second', 'Lowe A. 1978. Work and weather. 2nd ed. Callow: Harrow & Quay.'],
		['29.3.7.2 editors', 'edited', 'Marlowe J, Osei K, editors. 2001. Unseen hands. Northfield: Saltmarsh Books.'],
		[
			'29.3.7.5 dissertation',
			'thesis',
			'Adeyemi T. 2017. Light, tide and the feeding of eels [PhD thesis]. University of Callow.'
		],
		[
			'29.3.7.1 two authors',
			'two',
			'Okonjo A, Brandt LM. 2019. Mapping the gaslit quays. Harbour Studies. 12(3):201–219. doi:10.5555/hs.2019.201.'
		]
	]
);

check(
	'MHRA Style Guide',
	'modern-humanities-research-association',
	[
		{
			section: 'book, with page',
			cites: [['book@41']],
			is: 'Ivo Tarrow, <i>Night Work</i> (Saltmarsh Books, 2004), p. 41.'
		},
		{
			section: 'chapter',
			cites: [['chapter']],
			is: 'Eskil Holm, ‘Wading Birds and the Harbour Front’, in <i>Birds of Working Coasts</i>, ed. by Isla Grant (Tidemark Press, 2009), pp. 140–63.'
		},
		{ section: 'later reference', cites: [['book@41'], ['one'], ['book@43']], is: 'Tarrow, <i>Night Work</i>, p. 43.' },
		{
			section: 'edition',
			cites: [['second@9']],
			is: 'Arthur Lowe, <i>Work and Weather</i>, 2nd edn (Harrow & Quay, 1978), p. 9.'
		},
		{
			section: 'edited book',
			cites: [['edited@9']],
			is: '<i>Unseen Hands</i>, ed. by Judith Marlowe and Kwame Osei (Saltmarsh Books, 2001), p. 9.'
		},
		{
			section: 'thesis',
			cites: [['thesis']],
			is: 'Tunde Adeyemi, ‘Light, Tide and the Feeding of Eels’ (unpublished PhD thesis, University of Callow, 2017).'
		},
		{
			section: 'newspaper',
			cites: [['news']],
			is: 'Greta Lund, ‘When the Night Had Keepers’, <i>Port Ennis Courier</i>, 4 October 1955, p. 3.'
		}
	],
	[
		['book', 'book', 'Tarrow, Ivo, <i>Night Work</i> (Saltmarsh Books, 2004)'],
		[
			'article',
			'one',
			'Okafor, Ebele, ‘Eels and the Lit Channel’, <i>Letters in Field Ecology</i>, 4.2 (1997), pp. 11–26, doi:10.5555/lfe.1997.11'
		],
		[
			'chapter',
			'chapter',
			'Holm, Eskil, ‘Wading Birds and the Harbour Front’, in <i>Birds of Working Coasts</i>, ed. by Isla Grant (Tidemark Press, 2009), pp. 140–63'
		],
		[
			'two authors',
			'two',
			'Okonjo, Adaeze, and Lise M. Brandt, ‘Mapping the Gaslit Quays’, <i>Harbour Studies</i>, 12.3 (2019), pp. 201–19, doi:10.5555/hs.2019.201'
		],
		['editors', 'edited', 'Marlowe, Judith, and Kwame Osei, eds., <i>Unseen Hands</i> (Saltmarsh Books, 2001)'],
		['edition', 'second', 'Lowe, Arthur, <i>Work and Weather</i>, 2nd edn (Harrow & Quay, 1978)']
	]
);

check(
	'AIP Style Manual 4',
	'american-institute-of-physics',
	[{ section: 'raised numbers', cites: [['book']], is: '<sup>1</sup>' }],
	[
		[
			'article',
			'one',
			'<sup>1</sup> E. Okafor, “Eels and the lit channel,” Letters in Field Ecology <b>4</b>(2), 11–26 (1997).'
		],
		['book', 'book', '<sup>1</sup> I. Tarrow, <i>Night Work</i> (Saltmarsh Books, Northfield, 2004).'],
		['edition', 'second', '<sup>1</sup> A. Lowe, <i>Work and Weather</i>, 2nd ed. (Harrow & Quay, Callow, 1978).']
	]
);

check(
	'ACM, reference formatting',
	'association-for-computing-machinery',
	[
		{ section: 'numbers in brackets', cites: [['book']], is: '[1]' },
		{ section: 'several', cites: [['book', 'one']], is: '[1, 2]' }
	],
	[
		[
			'article',
			'one',
			'[1] Ebele Okafor. 1997. Eels and the lit channel. <i>Letters in Field Ecology</i> 4, 2 (1997), 11–26. https://doi.org/10.5555/lfe.1997.11'
		],
		['book', 'book', '[1] Ivo Tarrow. 2004. <i>Night work</i>. Saltmarsh Books, Northfield.'],
		[
			'two authors',
			'two',
			'[1] Adaeze Okonjo and Lise M. Brandt. 2019. Mapping the gaslit quays. <i>Harbour Studies</i> 12, 3 (2019), 201–219. https://doi.org/10.5555/hs.2019.201'
		],
		['edition', 'second', '[1] Arthur Lowe. 1978. <i>Work and weather</i> (2nd ed.). Harrow & Quay, Callow.'],
		[
			'edited book',
			'edited',
			'[1] Judith Marlowe and Kwame Osei (Eds.). 2001. <i>Unseen hands</i>. Saltmarsh Books, Northfield.'
		]
	]
);

check(
	'ASCE, references',
	'american-society-of-civil-engineers',
	[
		{ section: 'in the text', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: 'two authors', cites: [['two']], is: '(Okonjo and Brandt 2019)' }
	],
	[
		[
			'article',
			'one',
			'Okafor, E. 1997. “Eels and the lit channel.” <i>Letters in Field Ecology</i>, 4 (2): 11–26. https://doi.org/10.5555/lfe.1997.11.'
		],
		['book', 'book', 'Tarrow, I. 2004. <i>Night work</i>. Northfield: Saltmarsh Books.'],
		[
			'two authors',
			'two',
			'Okonjo, A., and L. M. Brandt. 2019. “Mapping the gaslit quays.” <i>Harbour Studies</i>, 12 (3): 201–219. https://doi.org/10.5555/hs.2019.201.'
		]
	]
);

check(
	'Elsevier, Harvard',
	'elsevier-harvard',
	[
		{ section: 'one author', cites: [['book']], is: '(Tarrow, 2004)' },
		{ section: 'two authors', cites: [['two']], is: '(Okonjo and Brandt, 2019)' },
		{ section: 'three authors', cites: [['three']], is: '(Pell et al., 2013)' },
		{ section: 'same author and year', cites: [['a2018', 'b2018']], is: '(Silva, 2018a, 2018b)' }
	],
	[
		[
			'article',
			'one',
			'Okafor, E., 1997. Eels and the lit channel. Letters in Field Ecology 4, 11–26. https://doi.org/10.5555/lfe.1997.11'
		],
		['book', 'book', 'Tarrow, I., 2004. Night work. Saltmarsh Books, Northfield.'],
		[
			'chapter',
			'chapter',
			'Holm, E., 2009. Wading birds and the harbour front, in: Grant, I. (Ed.), Birds of Working Coasts. Tidemark Press, Callow, pp. 140–163.'
		],
		[
			'two authors',
			'two',
			'Okonjo, A., Brandt, L.M., 2019. Mapping the gaslit quays. Harbour Studies 12, 201–219. https://doi.org/10.5555/hs.2019.201'
		],
		['edition', 'second', 'Lowe, A., 1978. Work and weather, 2nd ed. Harrow & Quay, Callow.']
	]
);

check(
	'Springer, basic, author–date',
	'springer-basic-author-date',
	[
		{ section: 'one author', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: 'two authors', cites: [['two']], is: '(Okonjo and Brandt 2019)' },
		{ section: 'three authors', cites: [['three']], is: '(Pell et al. 2013)' }
	],
	[
		[
			'article',
			'one',
			'Okafor E (1997) Eels and the lit channel. Letters in Field Ecology 4:11–26. https://doi.org/10.5555/lfe.1997.11'
		],
		['book', 'book', 'Tarrow I (2004) Night work. Saltmarsh Books, Northfield'],
		[
			'chapter',
			'chapter',
			'Holm E (2009) Wading birds and the harbour front. In: Grant I (ed) Birds of working coasts. Tidemark Press, Callow, pp 140–163'
		],
		[
			'two authors',
			'two',
			'Okonjo A, Brandt LM (2019) Mapping the gaslit quays. Harbour Studies 12:201–219. https://doi.org/10.5555/hs.2019.201'
		],
		['edition', 'second', 'Lowe A (1978) Work and weather, 2nd edn. Harrow & Quay, Callow'],
		['edited book', 'edited', 'Marlowe J, Osei K (eds) (2001) Unseen hands. Saltmarsh Books, Northfield']
	]
);

check(
	'DGPs, Richtlinien zur Manuskriptgestaltung',
	'deutsche-gesellschaft-fur-psychologie',
	[
		{ section: 'Kurzbeleg', cites: [['book']], is: '(Tarrow, 2004)' },
		{ section: 'Seite', cites: [['book@41']], is: '(Tarrow, 2004, S. 41)' },
		{ section: 'zwei Autoren', cites: [['two']], is: '(Okonjo & Brandt, 2019)' },
		{ section: 'zwei Autoren im Satz', cites: [[narrative('two')]], is: 'Okonjo und Brandt (2019)' }
	],
	[
		[
			'Artikel',
			'one',
			'Okafor, E. (1997). Eels and the lit channel. <i>Letters in Field Ecology</i>, <i>4</i>(2), 11–26. https://doi.org/10.5555/lfe.1997.11'
		],
		['Buch', 'book', 'Tarrow, I. (2004). <i>Night work</i>. Northfield: Saltmarsh Books.'],
		[
			'Kapitel',
			'chapter',
			'Holm, E. (2009). Wading birds and the harbour front. In I. Grant (Hrsg.), <i>Birds of working coasts</i> (S. 140–163). Callow: Tidemark Press.'
		],
		[
			'zwei Autoren',
			'two',
			'Okonjo, A. & Brandt, L. M. (2019). Mapping the gaslit quays. <i>Harbour Studies</i>, <i>12</i>(3), 201–219. https://doi.org/10.5555/hs.2019.201'
		],
		['Auflage', 'second', 'Lowe, A. (1978). <i>Work and weather</i> (2. Auflage). Callow: Harrow & Quay.'],
		[
			'Herausgeber',
			'edited',
			'Marlowe, J. & Osei, K. (Hrsg.). (2001). <i>Unseen hands</i>. Northfield: Saltmarsh Books.'
		]
	]
);

check(
	'ISO 690, auteur–date',
	'iso690-author-date-fr',
	[{ section: 'un auteur', cites: [['book']], is: '(Tarrow 2004)' }],
	[
		['livre', 'book', 'TARROW, Ivo, 2004. <i>Night work</i>. Northfield : Saltmarsh Books.'],
		[
			'chapitre',
			'chapter',
			'HOLM, Eskil, 2009. Wading birds and the harbour front. In : GRANT, Isla (éd.), <i>Birds of working coasts</i>. Callow : Tidemark Press. pp. 140‑163.'
		]
	]
);

check(
	'ISO 690, autor–fecha',
	'iso690-author-date-es',
	[
		{ section: 'un autor', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: 'dos autores', cites: [['two']], is: '(Okonjo y Brandt 2019)' }
	],
	[
		['libro', 'book', 'TARROW, I., 2004. <i>Night work</i>. Northfield: Saltmarsh Books.'],
		[
			'capítulo',
			'chapter',
			'HOLM, E., 2009. Wading birds and the harbour front. En: I. GRANT (ed.), <i>Birds of working coasts</i>. Callow: Tidemark Press, pp. 140-163.'
		]
	]
);

check(
	'ГОСТ Р 7.0.5-2008',
	'gost-r-7-0-5-2008',
	[
		{ section: 'отсылка', cites: [['book']], is: '[Tarrow, 2004]' },
		{ section: 'два автора', cites: [['two']], is: '[Okonjo, Brandt, 2019]' }
	],
	[
		['статья', 'one', '1. Okafor E. Eels and the lit channel // Letters in Field Ecology. 1997. Т. 4. № 2. С. 11–26.'],
		['книга', 'book', '1. Tarrow I. Night work. Northfield: Saltmarsh Books, 2004.'],
		[
			'часть книги',
			'chapter',
			'1. Holm E. Wading birds and the harbour front // Birds of working coasts / под ред. I. Grant. Callow: Tidemark Press, 2009. С. 140–163.'
		],
		[
			'два автора',
			'two',
			'1. Okonjo A., Brandt L. M. Mapping the gaslit quays // Harbour Studies. 2019. Т. 12. № 3. С. 201–219.'
		]
	]
);

check(
	'GB/T 7714-2015',
	'china-national-standard-gb-t-7714-2015-numeric',
	[
		{ section: '顺序编码', cites: [['book']], is: '<sup>[1]</sup>' },
		{ section: '连续序号', cites: [['book', 'one', 'two']], is: '<sup>[1–3]</sup>' }
	],
	[
		[
			'期刊',
			'one',
			'[1] OKAFOR E. Eels and the lit channel[J/OL]. Letters in Field Ecology, 1997, 4(2): 11-26. DOI:10.5555/lfe.1997.11.'
		],
		['专著', 'book', '[1] TARROW I. Night work[M]. Northfield: Saltmarsh Books, 2004.'],
		[
			'析出文献',
			'chapter',
			'[1] HOLM E. Wading birds and the harbour front[M]//GRANT I. Birds of working coasts. Callow: Tidemark Press, 2009: 140-163.'
		],
		['版本', 'second', '[1] LOWE A. Work and weather[M]. 2 版. Callow: Harrow & Quay, 1978.'],
		[
			'两位作者',
			'two',
			'[1] OKONJO A, BRANDT L M. Mapping the gaslit quays[J/OL]. Harbour Studies, 2019, 12(3): 201-219. DOI:10.5555/hs.2019.201.'
		]
	]
);

check(
	'ČSN ISO 690',
	'iso690-author-date-cs',
	[
		{ section: 'jeden autor', cites: [['book']], is: '(Tarrow 2004)' },
		{ section: 'dva autoři', cites: [['two']], is: '(Okonjo a Brandt 2019)' }
	],
	[
		['kniha', 'book', 'TARROW, Ivo, 2004. <i>Night work</i>. Northfield: Saltmarsh Books.'],
		[
			'kapitola',
			'chapter',
			'HOLM, Eskil, 2009. Wading birds and the harbour front. In: Isla GRANT, ed. <i>Birds of working coasts</i>. Callow: Tidemark Press, s. 140–163.'
		],
		['vydání', 'second', 'LOWE, Arthur, 1978. <i>Work and weather</i>. 2. vyd. Callow: Harrow & Quay.']
	]
);
