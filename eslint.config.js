import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
	{ ignores: ['.cache', '.svelte-kit', 'build', 'static', 'node_modules', 'test-results', 'playwright-report'] },
	js.configs.recommended,
	...ts.configs.recommended,
	...svelte.configs.recommended,
	prettier,
	...svelte.configs.prettier,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'no-undef': 'off',
			'no-empty': ['error', { allowEmptyCatch: false }],
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'svelte/no-navigation-without-resolve': 'off',
			'svelte/require-each-key': 'error',
			'svelte/no-at-html-tags': 'off',
			// maps and sets here are replaced whole, never changed in place where a view looks on
			'svelte/prefer-svelte-reactivity': 'off'
		}
	},
	{
		// every promise is awaited or handled, every case of a union is thought of
		files: ['src/**/*.ts', 'src/**/*.svelte', 'e2e/**/*.ts', 'scripts/**/*.ts', 'bench/**/*.ts'],
		languageOptions: {
			parserOptions: {
				projectService: true,
				extraFileExtensions: ['.svelte'],
				tsconfigRootDir: import.meta.dirname
			}
		},
		rules: {
			'@typescript-eslint/no-floating-promises': ['error', { ignoreVoid: true }],
			'@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: true, arguments: true } }],
			'@typescript-eslint/switch-exhaustiveness-check': [
				'error',
				{ considerDefaultExhaustiveForUnions: true, requireDefaultForNonUnion: false }
			],
			'@typescript-eslint/await-thenable': 'error'
		}
	},
	{
		// node:test gives promises that the runner itself waits for
		files: ['**/*.test.ts'],
		rules: {
			'@typescript-eslint/no-floating-promises': [
				'error',
				{ allowForKnownSafeCalls: [{ from: 'package', name: ['test', 'describe', 'it'], package: 'node:test' }] }
			]
		}
	},
	{ files: ['**/*.svelte', '**/*.svelte.ts'], languageOptions: { parserOptions: { parser: ts.parser } } },
	{ files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } }
);
