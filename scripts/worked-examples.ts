/**
 * What worked examples of style manuals are run with: invented sources of each kind, in the place of the manuals' own, and
 * a check that formats them.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { compileStyle, createProcessor, toHtml, type Cite, type Cluster, type Item } from '../src/lib/core/csl';
import { localeTree, styleTree } from './catalogue';
import { normalize } from './reference';

const d = (...parts: number[]) => ({ 'date-parts': [parts] });
const p = (family: string, given: string) => ({ family, given });
const I = (id: string, type: string, rest: Record<string, unknown>): Item => ({ id, type, ...rest });

const items: Item[] = [
	I('one', 'article-journal', {
		author: [p('Okafor', 'Ebele')],
		title: 'Eels and the lit channel',
		'container-title': 'Letters in Field Ecology',
		volume: '4',
		issue: '2',
		page: '11-26',
		issued: d(1997),
		DOI: '10.5555/lfe.1997.11'
	}),
	I('two', 'article-journal', {
		author: [p('Okonjo', 'Adaeze'), p('Brandt', 'Lise M.')],
		title: 'Mapping the gaslit quays',
		'container-title': 'Harbour Studies',
		volume: '12',
		issue: '3',
		page: '201-219',
		issued: d(2019),
		DOI: '10.5555/hs.2019.201'
	}),
	I('three', 'article-journal', {
		author: [p('Pell', 'Oriel'), p('Lindqvist', 'Maren'), p('Okamoto', 'Haruka')],
		title: 'Counting what comes to the light',
		'container-title': 'Annals of Night Ecology',
		volume: '7',
		page: '1-24',
		issued: d(2013)
	}),
	I('book', 'book', {
		author: [p('Tarrow', 'Ivo')],
		title: 'Night work',
		publisher: 'Saltmarsh Books',
		'publisher-place': 'Northfield',
		issued: d(2004)
	}),
	I('second', 'book', {
		author: [p('Lowe', 'Arthur')],
		title: 'Work and weather',
		edition: '2',
		publisher: 'Harrow & Quay',
		'publisher-place': 'Callow',
		issued: d(1978)
	}),
	I('chapter', 'chapter', {
		author: [p('Holm', 'Eskil')],
		title: 'Wading birds and the harbour front',
		editor: [p('Grant', 'Isla')],
		'container-title': 'Birds of working coasts',
		page: '140-163',
		publisher: 'Tidemark Press',
		'publisher-place': 'Callow',
		issued: d(2009)
	}),
	I('edited', 'book', {
		editor: [p('Marlowe', 'Judith'), p('Osei', 'Kwame')],
		title: 'Unseen hands',
		publisher: 'Saltmarsh Books',
		'publisher-place': 'Northfield',
		issued: d(2001)
	}),
	I('group', 'report', {
		author: [{ literal: 'Coastal Nature Agency' }],
		title: 'Lighting and wildlife',
		issued: d(2020),
		publisher: 'Coastal Nature Agency'
	}),
	I('page', 'webpage', {
		author: [p('Wardle', 'Simone')],
		title: 'How the quays were lit',
		'container-title': 'Port Ennis Heritage',
		URL: 'https://example.org/quays',
		issued: d(2020, 2, 18),
		accessed: d(2026, 10, 2)
	}),
	I('nodate', 'webpage', {
		author: [{ literal: 'Port Ennis Museum' }],
		title: 'Lamp no. 212',
		URL: 'https://example.org/212',
		accessed: d(2026, 9, 14)
	}),
	I('news', 'article-newspaper', {
		author: [p('Lund', 'Greta')],
		title: 'When the night had keepers',
		'container-title': 'Port Ennis Courier',
		page: '3',
		issued: d(1955, 10, 4)
	}),
	I('thesis', 'thesis', {
		author: [p('Adeyemi', 'Tunde')],
		title: 'Light, tide and the feeding of eels',
		genre: 'PhD thesis',
		publisher: 'University of Callow',
		issued: d(2017)
	}),
	I('a2018', 'article-journal', {
		author: [p('Silva', 'Rui')],
		title: 'Colour and the night run',
		'container-title': 'Estuarine Research Letters',
		volume: '22',
		page: '11-20',
		issued: d(2018)
	}),
	I('b2018', 'article-journal', {
		author: [p('Silva', 'Rui')],
		title: 'Eel passage under lamps',
		'container-title': 'Estuarine Research Letters',
		volume: '22',
		page: '1-10',
		issued: d(2018)
	}),
	I('anon', 'article-newspaper', {
		title: 'First lamps on the long quay',
		'container-title': 'Port Ennis Courier',
		page: '2',
		issued: d(1868, 11, 3)
	}),
	I('case', 'legal_case', {
		title: 'Port Ennis Gas Co v Harbour Board',
		'container-title': 'CR',
		volume: '6',
		page: '212',
		issued: d(1881),
		authority: 'CP'
	}),
	I('report', 'report', {
		author: [{ literal: 'Coastal Nature Agency' }],
		title: 'Lighting and wildlife',
		genre: 'Report',
		number: '41',
		publisher: 'Harbour Board',
		'publisher-place': 'Callow',
		issued: d(2020),
		URL: 'https://example.org/cna/41'
	}),
	I('magazine', 'article-magazine', {
		author: [p('Lark', 'Ida')],
		title: 'A walk by lamplight',
		'container-title': 'The Quayside',
		volume: '3',
		issue: '2',
		page: '14-17',
		issued: d(2021, 5)
	}),
	I('entry', 'entry-encyclopedia', {
		author: [p('Reyes', 'Tomas')],
		title: 'Gas lighting',
		editor: [p('Grant', 'Isla')],
		'container-title': 'Encyclopaedia of harbours',
		edition: '3',
		volume: '2',
		page: '211-214',
		publisher: 'Tidemark Press',
		'publisher-place': 'Callow',
		issued: d(2012)
	}),
	I('paper', 'paper-conference', {
		author: [p('Brandt', 'Lise M.'), p('Okonjo', 'Adaeze')],
		title: 'Ledgers as light meters',
		'container-title': 'Proceedings of the Third Meeting on Urban Night',
		page: '31-40',
		publisher: 'Night Society',
		'publisher-place': 'Callow',
		issued: d(2012)
	}),
	I('film', 'motion_picture', {
		director: [p('Moreau', 'Gilles')],
		title: 'The last round',
		publisher: 'Sund Films',
		issued: d(1962)
	}),
	I('data', 'dataset', {
		author: [p('Strand', 'Iver'), p('Pell', 'Oriel')],
		title: 'Shore counts, Port Ennis estuary',
		version: '2.1',
		publisher: 'Estuary Data Store',
		issued: d(2016),
		DOI: '10.5555/eds.2016'
	}),
	I('software', 'software', {
		author: [p('Brandt', 'Lise M.')],
		title: 'LampTrace',
		version: '1.4',
		publisher: 'Callow Digital History Group',
		issued: d(2018),
		URL: 'https://example.org/lamptrace'
	}),
	I('preprint', 'article', {
		author: [p('Mora', 'Ines'), p('Holm', 'Eskil')],
		title: 'Lamps as landmarks',
		publisher: 'Night Ecology Preprints',
		issued: d(2023),
		DOI: '10.5555/nep.118'
	}),
	I('letter', 'personal_communication', {
		author: [p('Ivers', 'Nell')],
		issued: d(2024, 3, 2)
	}),
	I('blog', 'post-weblog', {
		author: [p('Park', 'Min')],
		title: 'Counting in the rain',
		'container-title': 'Shore Notes',
		issued: d(2022, 11, 9),
		URL: 'https://example.org/rain'
	}),
	I('translated', 'book', {
		author: [p('Rossi', 'Aldo')],
		title: 'Lamps of the south',
		translator: [p('Lowe', 'Clara')],
		publisher: 'Tidemark Press',
		'publisher-place': 'Callow',
		issued: d(1999),
		'original-date': d(1971)
	})
];
const byId = new Map(items.map((i) => [i.id, i]));

type Spec = string | Partial<Cite>;
const cite = (s: Spec): Cite => {
	if (typeof s !== 'string') return { sourceId: '', ...s } as Cite;
	const [sourceId, value] = s.split('@');
	return value ? { sourceId, locator: { label: 'page', value } } : { sourceId };
};

export interface Row {
	section: string;
	/** The notes or citations up to the one looked at; the last one counts. */
	cites: Spec[][];
	is: string;
}

/** Checks citations and entries of a style; each is given with the section of the manual that has the form. */
export const check = (
	name: string,
	styleId: string,
	rows: Row[],
	entries: [section: string, id: string, is: string][]
) => {
	void test(`${name}: ${rows.length + entries.length} examples`, () => {
		const style = compileStyle(styleTree(styleId)!, { locales: localeTree });
		const run = (clusters: Cluster[], uncited: string[] = []) =>
			createProcessor({ style, getItem: (x) => byId.get(x) }).format({ clusters, uncited });
		for (const row of rows) {
			const clusters = row.cites.map((c, i): Cluster => ({
				id: `c${i}`,
				noteNumber: style.class === 'note' ? i + 1 : 0,
				cites: c.map(cite)
			}));
			const r = run(clusters);
			assert.equal(normalize(toHtml(r.clusters.at(-1)!.output)), row.is, row.section);
		}
		for (const [section, id, is] of entries) {
			const r = run([], [id]);
			assert.equal(normalize(toHtml(r.bibliography![0].output)), is, section);
		}
	});
};
export const narrative = (sourceId: string, value?: string): Spec => ({
	sourceId,
	form: 'narrative',
	...(value ? { locator: { label: 'page', value } } : {})
});
