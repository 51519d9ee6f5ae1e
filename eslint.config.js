import js from '@eslint/js';
import globals from 'globals';
import svelte from 'eslint-plugin-svelte';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** What `core` may never reach for: it must run anywhere and give the same answer every time. */
const outsideCore = [
	'node:*',
	'svelte',
	'svelte/*',
	'$app/*',
	'$lib/*',
	'sequelize',
	'sqlite3',
	'apexcharts',
	'bits-ui',
	'**/src/**',
	'**/stand-in/**',
	'**/demo/**'
];

export default ts.config(
	{ ignores: ['build/', '.svelte-kit/', 'node_modules/', 'data/'] },
	js.configs.recommended,
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'no-undef': 'off',
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'svelte/no-navigation-without-resolve': 'off',
			// It needs types, and reading those takes longer than all else together; tests/structure/props.test.ts looks instead.
			'svelte/no-unused-props': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: {
				extraFileExtensions: ['.svelte'],
				parser: ts.parser,
				svelteConfig
			}
		}
	},
	{
		files: ['core/**/*.ts'],
		ignores: ['core/**/*.test.ts'],
		rules: {
			'no-restricted-imports': ['error', { patterns: outsideCore }],
			'no-restricted-globals': [
				'error',
				'window',
				'document',
				'process',
				'setTimeout',
				'setInterval',
				'fetch'
			],
			'no-restricted-syntax': [
				'error',
				{
					selector: "MemberExpression[object.name='Math'][property.name='random']",
					message: 'core takes a seed'
				},
				{
					selector: "MemberExpression[object.name='Date'][property.name='now']",
					message: 'core is told the time'
				},
				{
					selector: "NewExpression[callee.name='Date'][arguments.length=0]",
					message: 'core is told the time'
				}
			]
		}
	}
);
