/**
 * Says at the very end of a run what failed, in a few lines each: a log that keeps its tail only still has the reasons;
 * and which tests took longest, for whoever wants the run shorter.
 */
import type { FullConfig, Reporter, Suite, TestCase, TestResult } from '@playwright/test/reporter';

/** What is said of one failure; the text of a whole manuscript may be in its message. */
const LINE = 300;
const LINES = 12;
const SLOWEST = 8;

// eslint-disable-next-line no-control-regex -- colours of a terminal
const COLOUR = /\u001b\[[0-9;]*m/g;

export default class FailuresLast implements Reporter {
	private suite?: Suite;

	onBegin(_config: FullConfig, suite: Suite): void {
		this.suite = suite;
	}

	onEnd(): void {
		const ran = (this.suite?.allTests() ?? []).map((test) => ({ test, result: test.results.at(-1) }));
		const slow = ran
			.flatMap(({ test, result }) => (result ? [{ test, ms: result.duration }] : []))
			.sort((a, b) => b.ms - a.ms)
			.slice(0, SLOWEST);
		console.log(`\nlongest: ${slow.map((s) => `${(s.ms / 1000).toFixed(1)} s ${where(s.test)}`).join(', ')}`);
		for (const { test, result } of ran) if (result && test.outcome() === 'unexpected') console.log(words(test, result));
	}
}

const where = (test: TestCase): string => `${test.location.file.split('/').pop()}:${test.location.line}`;

function words(test: TestCase, result: TestResult): string {
	const said = result.errors.flatMap((e) => [
		...(e.message ?? String(e.value)).replace(COLOUR, '').split('\n'),
		...(e.snippet ?? '').replace(COLOUR, '').split('\n')
	]);
	const lines = said.filter((l) => l.trim()).map((l) => (l.length > LINE ? `${l.slice(0, LINE)}…` : l));
	const shown = lines.length > LINES ? [...lines.slice(0, LINES / 2), '…', ...lines.slice(-LINES / 2)] : lines;
	const page = test.annotations.concat(result.annotations).filter((a) => a.type === 'error of the page');
	const errors = [...new Set(page.map((a) => `in the page: ${(a.description ?? '').slice(0, 4 * LINE)}`))];
	return [`\n✗ ${where(test)} ${test.title} (${result.status})`, ...shown, ...errors].join('\n');
}
