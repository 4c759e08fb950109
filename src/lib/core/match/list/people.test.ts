import { test } from 'node:test';
import assert from 'node:assert/strict';
import { readPeople } from './people';

const short = (s: string) =>
	readPeople(s).names.map(
		(n) =>
			n.literal ?? [n['non-dropping-particle'], n.family, n.given && `/ ${n.given}`, n.suffix].filter(Boolean).join(' ')
	);

test('people in every order and with every mark', () => {
	const cases: [string, string[]][] = [
		['Lark, I., & de Roos, J. A.', ['Lark / I.', 'de Roos / J. A.']],
		['Lark, Ida, and Jan de Roos', ['Lark / Ida', 'de Roos / Jan']],
		['Lark, Ida, Kwame Osei, and Per Stone', ['Lark / Ida', 'Osei / Kwame', 'Stone / Per']],
		['I. Lark and P. Stone', ['Lark / I.', 'Stone / P.']],
		['Lark I, Osei KB, van der Berg J-L', ['Lark / I', 'Osei / K. B.', 'van der Berg / J-L']],
		['LARK, Ida; DE ROOS, Jan', ['Lark / Ida', 'de Roos / Jan']],
		['Lark, I./Stone, P.', ['Lark / I.', 'Stone / P.']],
		['García Pérez, Ana', ['García Pérez / Ana']],
		['Ida Lark, Per Stone', ['Lark / Ida', 'Stone / Per']],
		['T. Price Hussain', ['Price Hussain / T.']],
		['Lark, I., Jr., Stone, P.', ['Lark / I. Jr.', 'Stone / P.']],
		['Coastal Nature Agency', ['Coastal Nature Agency']],
		['Ministry of Labour and Housing', ['Ministry of Labour and Housing']],
		['Lark, Ida, Osei, Kwame, Stone, Per', ['Lark / Ida', 'Osei / Kwame', 'Stone / Per']],
		['Araújo J de la', ['de la Araújo / J']]
	];
	for (const [text, names] of cases) assert.deepEqual(short(text), names, text);
});

test('more people than are named', () => {
	for (const s of ['Lark, I., et al.', 'Lark I et al', 'Lark, Ida, and others', 'Lark, I. u. a.']) {
		assert.equal(readPeople(s).more, true, s);
		assert.deepEqual(
			readPeople(s).names.map((n) => n.family),
			['Lark'],
			s
		);
	}
	assert.deepEqual(readPeople('').names, []);
});
