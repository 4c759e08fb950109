/**
 * OpenDocument texts against the schema of OpenDocument 1.2 as Debian's python3-odf carries it (odf/grammar.py: which
 * elements, attributes and words each element may hold), where that is installed.
 */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';
import fc from 'fast-check';
import { cleanPage, KINDS, NO_FIELDS, setupOf } from '../../page';
import { toManuscript } from '../../paper';
import { anyPaper } from '../../paper/random-paper';
import { toFinal } from '..';
import { liveOf } from '../live';
import { writeOdt } from './index';

/** Reads the parts of every file it is given and prints what its schema does not allow, a line each. */
const CHECK = `
import sys, zipfile, xml.sax
from xml.sax.handler import ContentHandler, feature_namespaces
from odf import grammar
from odf.namespaces import nsdict
short = lambda q: '%s:%s' % (nsdict.get(q[0], q[0]), q[1])
seen = set()
class Check(ContentHandler):
    def __init__(self, part):
        self.part, self.stack = part, []
    def say(self, what):
        seen.add('%s: %s' % (self.part, what))
    def startElementNS(self, q, qname, attrs):
        if q not in grammar.allowed_attributes and q not in grammar.allowed_children:
            # MathML and what else is no OpenDocument has a schema of its own
            if q[0] in nsdict: self.say('no element %s' % short(q))
            self.stack.append(None); return
        parent = self.stack[-1] if self.stack else None
        if parent:
            allowed = grammar.allowed_children.get(parent)
            if allowed is not None and q not in allowed: self.say('%s within %s' % (short(q), short(parent)))
        may = grammar.allowed_attributes.get(q)
        for a in attrs.keys():
            if may is not None and a not in may: self.say('%s on %s' % (short(a), short(q)))
        for a in grammar.required_attributes.get(q, ()):
            if a not in attrs.keys(): self.say('%s lacks %s' % (short(q), short(a)))
        self.stack.append(q)
    def endElementNS(self, q, qname):
        self.stack.pop()
    def characters(self, text):
        q = self.stack[-1]
        if q and text.strip() and q not in grammar.allows_text: self.say('words in %s' % short(q))
for path in sys.argv[1:]:
    z = zipfile.ZipFile(path)
    for part in ('content.xml', 'styles.xml', 'meta.xml'):
        p = xml.sax.make_parser()
        p.setFeature(feature_namespaces, 1)
        p.setContentHandler(Check(part))
        p.parse(z.open(part))
print('\\n'.join(sorted(seen)))
`;
const python = (...args: string[]) => spawnSync('/usr/bin/python3', ['-c', ...args], { encoding: 'utf8' });
const missing = python('import odf.grammar').status !== 0 && 'python3-odf is not installed';

/** In OpenDocument 1.3 and not in 1.2 (Part 3, 19.368 style:header-first, 16.11). */
const NEWER = /style:(?:header|footer)-first/;

test('every part of any file is as the schema has it', { skip: missing }, (t) => {
	const folder = mkdtempSync(join(tmpdir(), 'odt-schema-'));
	t.after(() => rmSync(folder, { recursive: true }));
	const papers = fc.sample(anyPaper, { numRuns: 30, seed: Number(process.env.SEED ?? 11) });
	const paths = papers.map((paper, n) => {
		const { doc } = toManuscript(paper);
		const final = toFinal(doc, 'Lamps', ['Ida Lark'], (['in-text', 'footnotes', 'endnotes'] as const)[n % 3], {
			citations: new Map(),
			entries: [],
			hanging: true,
			aligned: n % 2 === 0,
			lang: 'en-GB'
		});
		const setup = setupOf(cleanPage({ kind: KINDS[n % KINDS.length].id }), 'en-GB');
		const live = n % 2 ? liveOf(doc, final, { manuscript: 'm', authors: [], sources: paper.sources }) : null;
		const path = join(folder, `${n}.odt`);
		writeFileSync(path, writeOdt(final, { setup, fields: { ...NO_FIELDS, abstract: 'It burned.' } }, live));
		return path;
	});
	const { status, stdout, stderr } = python(CHECK, ...paths);
	assert.equal(status, 0, stderr);
	assert.deepEqual(
		stdout.split('\n').filter((l) => l && !NEWER.test(l)),
		[]
	);
});
