/** The rooms of the code and who may enter which: see docs/architecture.md. */
const core = '^src/lib/core/';
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
	forbidden: [
		{
			name: 'core-is-pure',
			comment: 'core runs in Node, a worker or a page: no interface, storage or framework',
			severity: 'error',
			from: { path: core, pathNot: '\\.test\\.ts$' },
			to: {
				path: '^src/(lib/(data|workers|editor|ui|server)|routes)|node_modules/(svelte|dexie|flowbite|comlink)|^svelte'
			}
		},
		{
			name: 'csl-stands-alone',
			severity: 'error',
			from: { path: '^src/lib/core/csl/', pathNot: '\\.test\\.ts$' },
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
			name: 'through-the-face',
			comment: 'other rooms of core are entered by their index',
			severity: 'error',
			from: { path: '^src/lib/core/([^/]+)/', pathNot: '\\.test\\.ts$' },
			to: { path: '^src/lib/core/([^/]+)/(?!index\\.ts$)', pathNot: '^src/lib/core/$1/' }
		},
		{
			name: 'views-do-not-compute',
			comment: 'ui and routes ask a worker or a repository; they never run the processor',
			severity: 'error',
			from: { path: '^src/(lib/ui|routes)/' },
			to: { path: '^src/lib/core/csl/(processor|compile|cluster|disambiguate)' }
		},
		{
			name: 'no-circles',
			severity: 'error',
			from: { path: '^src' },
			to: { circular: true, dependencyTypesNot: ['type-only'] }
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
