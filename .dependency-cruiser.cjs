/** The modules of the code and who may import which: see docs/architecture.md. */
const core = '^src/lib/core/';
const notTest = '\\.test\\.ts$';
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
	forbidden: [
		{
			name: 'core-is-pure',
			comment: 'core runs in Node, a worker or a page: no interface, storage or framework',
			severity: 'error',
			from: { path: core, pathNot: notTest },
			to: {
				path: '^src/(lib/(data|workers|services|editor|ui|server)|routes)|node_modules/(svelte|dexie|flowbite|comlink)|^svelte'
			}
		},
		{
			name: 'csl-stands-alone',
			severity: 'error',
			from: { path: '^src/lib/core/csl/', pathNot: notTest },
			to: { path: core, pathNot: '^src/lib/core/csl/' }
		},
		{
			name: 'borders-do-not-mix',
			comment: 'exchange, match and proof do not import each other',
			severity: 'error',
			from: { path: '^src/lib/core/(exchange|match|proof)/' },
			to: { path: '^src/lib/core/(exchange|match|proof)/', pathNot: '^src/lib/core/$1/' }
		},
		{
			name: 'writers-know-no-manuscript',
			comment:
				'readers and writers of file formats work from papers and final documents and know neither manuscript nor editor',
			severity: 'error',
			from: { path: '^src/lib/core/document/(docx|html|pages|readers)/', pathNot: notTest },
			to: { path: '^src/lib/core/manuscript/' }
		},
		{
			name: 'through-the-index',
			comment: 'other modules of core are entered by their index, or by that of a part which is heavy',
			severity: 'error',
			from: { path: '^src/lib/core/([^/]+)/', pathNot: notTest },
			to: {
				path: '^src/lib/core/([^/]+)/(?!index\\.ts$)',
				pathNot: ['^src/lib/core/$1/', '^src/lib/core/source/(tidy|sentence-case)/index\\.ts$']
			}
		},
		{
			name: 'views-do-not-compute',
			comment: 'ui, services and routes ask a worker or a repository; they never run the processor',
			severity: 'error',
			from: { path: '^src/(lib/(ui|services|editor)|routes)/', pathNot: notTest },
			to: { path: '^src/lib/core/csl/(processor|compile|cluster|disambiguate)' }
		},
		{
			name: 'services-know-no-interface',
			comment: 'services, data, workers and the editor have no components and import none',
			severity: 'error',
			from: { path: '^src/lib/(services|data|workers|editor)/' },
			to: { path: '^src/(lib/ui|routes)/' }
		},
		{
			name: 'services-know-no-editor',
			severity: 'error',
			from: { path: '^src/lib/(services|data|workers)/' },
			to: { path: '^src/lib/editor/' }
		},
		{
			name: 'data-stands-below',
			comment: 'tables and repositories know neither services nor workers',
			severity: 'error',
			from: { path: '^src/lib/data/' },
			to: { path: '^src/lib/(services|workers)/' }
		},
		{
			name: 'one-way-to-the-worker',
			comment: 'only the formatting service speaks to the formatting worker',
			severity: 'error',
			from: { path: '^src/(lib/(ui|editor|data)|routes)/' },
			to: { path: '^src/lib/workers/(format|format-api|format\\.worker)\\.ts$' }
		},
		{
			name: 'no-circles',
			severity: 'error',
			from: { path: '^src' },
			to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } }
		}
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		tsPreCompilationDeps: true,
		tsConfig: { fileName: 'tsconfig.json' },
		webpackConfig: { fileName: 'scripts/depcruise-resolve.cjs' },
		enhancedResolveOptions: { extensions: ['.ts', '.js', '.svelte', '.json'] }
	}
};
