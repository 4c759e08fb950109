/**
 * What comes first for what a person types, over the demo library: a table reviewed by hand. Behind the expected source
 * may stand ones that must not come before it.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { demoSources as sources } from '../../../../scripts/demo-data';
import { createIndex, type UseOf } from './index';

const index = createIndex();
index.set(sources);

/** What was typed, what comes first (one of several where they are equal), and what never does. */
type Row = [typed: string, first: string | string[], never?: string[]];

const TABLE: Record<string, Row[]> = {
	'an author by name, before people in other roles': [
		['osei', ['osei1996', 'review1990'], ['carys2001']],
		['Osei', ['osei1996', 'review1990'], ['carys2001']],
		['marlowe', 'marlowe1989', ['carys2001']],
		['grant', 'nakagawa2021', ['okafor1997', 'carys2001']],
		['strand', 'strand2016', ['okamoto2015', 'pell2013b']],
		['pell', ['pell2013', 'pell2013b'], ['strand2016', 'ferro2019', 'okamoto2015']],
		['okafor', 'okafor1997', ['sund1929']],
		['fenn', 'fenn1934', ['quill1926', 'quill1927']],
		['hope', 'hopeetal', ['moreau1912', 'nakagawa2021']],
		['moreau', 'moreau1912', ['nakagawa2021']],
		['novak', 'novak2014', ['ferro2019', 'nakagawa2021']],
		['silva', ['silva2018', 'silva2018b'], ['rossi2022', 'nakagawa2021']],
		['kaya', 'kaya2016', ['rossi2022', 'nakagawa2021']],
		['holm', 'holm2009', ['mora2023', 'nakagawa2021']],
		['mora', 'mora2023', ['nakagawa2021']],
		['brandt', 'lampsoft2018', ['okonjo2019', 'nakagawa2021']],
		['reyes', 'okamoto2015'],
		['berg', 'devries2008'],
		['arden', ['bellfilm1929', 'performance1930']],
		['vries', 'devries2008'],
		['de vries', 'devries2008']
	],
	'the beginning of a name, before titles': [
		['tar', ['tarrow2004', 'tarrow1999']],
		['lind', 'lindqvist2011', ['pell2013']],
		['lun', 'magazine1955'],
		['mar', 'marlowe1989'],
		['nov', 'novak2014', ['ferro2019']],
		['kay', 'kaya2016'],
		['hal', ['hallam1902', 'hallam1904', 'arcpatent1899']],
		['war', ['wardle2020', 'wardle2021'], ['carys2001']],
		['abar', ['abara1931', 'speech1931']],
		['qui', ['quill1926', 'quill1927', 'ledger1870'], ['photoquay1898']]
	],
	'names before titles': [
		['lowe', ['lowe1978', 'carys2001'], ['nakagawa2021']],
		['sund', 'sund1929'],
		['lund', 'magazine1955'],
		['hydrographic', 'chart1872'],
		['ferro', 'ferro2019'],
		['mercer', 'photoquay1898'],
		['courier', 'courier1868', ['courier1869']]
	],
	'whole words before parts, titles before the rest': [
		['lamplighters', ['fenn1934', 'courier1869', 'pamphlet1895'], ['quill1926']],
		['lamplighter', 'pamphlet1895', ['fenn1934', 'courier1869']],
		['eels', ['okafor1997', 'adeyemi2017', 'rossi2022'], ['silva2018b']],
		['moths', 'abara1931', ['lindqvist2011', 'ferro2019']],
		['moth', 'abara1931'],
		['ledger', ['ledger1870'], ['hopeetal', 'conf2012', 'lampsoft2018']],
		['ledgers', ['conf2012', 'hopeetal', 'lampsoft2018'], ['ledger1870']],
		['skyglow', 'nakagawa2021'],
		['insurance', 'devries2008'],
		['insuring', 'osei1996'],
		['dusk', ['dietz1999', 'photoquay1898']],
		['crabs', 'kaya2016'],
		['standard', 'iso9999'],
		['patent', 'arcpatent1899'],
		['wartime', 'carys2001']
	],
	'several words, from several fields': [
		['okafor 1997', 'okafor1997'],
		['tarrow wages', ['tarrow2004', 'tarrow1999']],
		['tarrow rate', 'tarrow1999', ['tarrow2004']],
		['tarrow night', 'tarrow2004', ['tarrow1999']],
		['hallam second', 'hallam1904', ['hallam1902']],
		['silva elvers', 'silva2018b', ['silva2018']],
		['silva lamps', 'silva2018', ['rossi2022']],
		['pell traps', 'pell2013b', ['pell2013']],
		['adeyemi eels', 'adeyemi2017', ['silva2018', 'silva2018b']],
		['brandt okonjo', ['conf2012', 'okonjo2019'], ['nakagawa2021']],
		['quill ledger', 'ledger1870'],
		['abara last lamp', 'speech1931', ['abara1931']],
		['coastal history osei', 'review1990'],
		['saltmarsh lindqvist', 'lindqvist2011']
	],
	'a year is the year': [
		['tarrow 2004', 'tarrow2004', ['tarrow1999']],
		['tarrow 1999', 'tarrow1999', ['tarrow2004']],
		['hallam 1902', 'hallam1902', ['hallam1904']],
		['1931', ['abara1931', 'speech1931']],
		['moths 1931', 'abara1931'],
		['brandt 2012', 'conf2012'],
		['2013 pell', ['pell2013', 'pell2013b']],
		['quill 1870', 'ledger1870', ['quill1926']]
	],
	'marks, capitals and slips': [
		['DE VRIES', 'devries2008'],
		['lindqvst', 'lindqvist2011', ['pell2013']],
		['tarow', ['tarrow2004', 'tarrow1999']],
		['okafro', 'okafor1997'],
		['skyglwo', 'nakagawa2021'],
		['adeyemy', 'adeyemi2017', ['silva2018']],
		['juárez', 'nakagawa2021'],
		['juarez', 'nakagawa2021'],
		['léngthy', []],
		['lamplighters’', ['fenn1934', 'courier1869', 'pamphlet1895']]
	],
	'keys, fields, identifiers': [
		['okonjo2019', 'okonjo2019'],
		['@tarrow1999', 'tarrow1999'],
		['author:osei', ['osei1996', 'review1990'], ['carys2001']],
		['title:bell', ['bellfilm1929', 'marlowe1989']],
		['in:monthly', 'magazine1955'],
		['kind:map', 'chart1872'],
		['10.5555/erl.2018.1804', 'silva2018', ['silva2018b']],
		['https://doi.org/10.5555/lfe.2016.5', 'kaya2016']
	]
};

for (const [subject, rows] of Object.entries(TABLE))
	describe(subject, () => {
		for (const [typed, first, never = []] of rows)
			test(typed, () => {
				const found = index.find(typed, { limit: 20 });
				const wanted = Array.isArray(first) ? first : [first];
				if (!wanted.length) assert.deepEqual(found, []);
				else assert.ok(wanted.includes(found[0]), `${found.slice(0, 5).join(', ')} came`);
				const before = found.slice(0, Math.max(...wanted.map((w) => found.indexOf(w))));
				assert.ok(!never.some((n) => before.includes(n)), `before it: ${before.join(', ')}`);
			});
	});

describe('what is cited decides between equals only', () => {
	const use = (id: string, u: Partial<UseOf>) => new Map([[id, { here: 1, section: 0, last: 0, ...u }]]);
	test('of two by one author, the one cited in this section, or lately, or at all', () => {
		for (const u of [{ section: 1 }, { last: 1 }, { here: 3 }])
			for (const id of ['tarrow1999', 'tarrow2004'])
				assert.equal(index.find('tarrow', { use: use(id, u) })[0], id, JSON.stringify(u));
	});
	test('a section comes before what is recent, and that before what is often cited', () => {
		const both = new Map<string, UseOf>([
			['tarrow1999', { here: 9, section: 0, last: 5 }],
			['tarrow2004', { here: 1, section: 1, last: 0 }]
		]);
		assert.equal(index.find('tarrow', { use: both })[0], 'tarrow2004');
		both.set('tarrow2004', { here: 10, section: 0, last: 0 }).set('tarrow1999', { here: 1, section: 0, last: 1 });
		assert.equal(index.find('tarrow', { use: both })[0], 'tarrow1999');
	});
	test('never before what fits better', () => {
		const often = { here: 50, section: 9, last: 99 };
		assert.notEqual(index.find('osei', { use: use('carys2001', often) })[0], 'carys2001');
		assert.equal(index.find('novak', { use: use('ferro2019', often) })[0], 'ferro2019', 'a co-author is an author');
		assert.notEqual(index.find('okafor', { use: use('sund1929', often) })[0], 'sund1929');
		assert.notEqual(index.find('moths', { use: use('ferro2019', often) })[0], 'ferro2019');
	});
});
