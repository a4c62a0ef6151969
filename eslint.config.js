import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import { createNodeResolver, importX } from 'eslint-plugin-import-x';
import globals from 'globals';
import { fileURLToPath } from 'node:url';
import ts from 'typescript-eslint';
import { zones } from './tools/arrows.js';
import svelteConfig from './svelte.config.js';

const at = (path) => fileURLToPath(new URL(path, import.meta.url));

/** Functions of Math that ECMAScript leaves to the engine. */
const engineFunctions = [
	'log',
	'log2',
	'log10',
	'log1p',
	'exp',
	'expm1',
	'pow',
	'cbrt',
	'hypot',
	'sin',
	'cos',
	'tan',
	'asin',
	'acos',
	'atan',
	'atan2',
	'sinh',
	'cosh',
	'tanh',
	'asinh',
	'acosh',
	'atanh'
];

/** What no file may write. A file's own list takes the place of this one, so it starts from it. */
const syntax = [
	{ selector: 'TSEnumDeclaration', message: 'Use a union of literals.' },
	{
		selector:
			':matches(SpreadElement, SvelteSpreadAttribute) > :matches(ObjectExpression, ArrayExpression), SpreadElement > TSAsExpression > :matches(ObjectExpression, ArrayExpression)',
		message: 'A fresh literal need not be spread: write what is in it.'
	}
];

export default ts.config(
	{
		ignores: [
			'build/',
			'.svelte-kit/',
			'node_modules/',
			'.demo-data*/',
			'test-results/',
			'static/',
			'src/core/drift/kernel/assembly/',
			'src/core/drift/kernel/wasm.ts'
		]
	},
	js.configs.recommended,
	...ts.configs.strict,
	...svelte.configs.recommended,
	prettier,
	...svelte.configs.prettier,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			// noUncheckedIndexedAccess asks for it wherever a loop's bound already proves the element.
			'@typescript-eslint/no-non-null-assertion': 'off',
			'@typescript-eslint/no-dynamic-delete': 'off',
			'no-restricted-syntax': ['error', ...syntax],
			// It is served at the root, always.
			'svelte/no-navigation-without-resolve': 'off',
			'no-undef': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig }
		}
	},
	{
		// What is longer, wider or deeper has parts that want a name.
		files: ['src/**/*.ts'],
		ignores: ['**/*.test.ts'],
		rules: {
			'max-lines-per-function': ['error', { max: 100, skipBlankLines: true, skipComments: true }],
			'max-params': ['error', 7],
			'max-depth': ['error', 4]
		}
	},
	{
		// A variant that is added is decided everywhere: what a switch has no word for is named.
		files: ['src/**/*.ts'],
		ignores: ['src/**/*.svelte.ts'],
		languageOptions: { parserOptions: { projectService: true } },
		rules: {
			'@typescript-eslint/switch-exhaustiveness-check': [
				'error',
				{ considerDefaultExhaustiveForUnions: false }
			]
		}
	},
	{
		// Who may know whom; that there are no circles, of types neither: .dependency-cruiser.cjs.
		files: ['src/**/*.ts', 'src/**/*.svelte'],
		ignores: ['**/*.test.ts', '**/*.testing.ts'],
		plugins: { 'import-x': importX },
		settings: {
			'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
			'import-x/resolver-next': [
				createNodeResolver({
					extensions: ['.ts', '.js', '.svelte'],
					alias: { $core: [at('src/core')], $lib: [at('src/lib')] }
				})
			]
		},
		rules: {
			'import-x/no-restricted-paths': ['error', { zones: zones(at('src')) }]
		}
	},
	{
		files: ['src/core/**/*.ts'],
		ignores: ['**/*.test.ts', '**/*.testing.ts'],
		rules: {
			'no-restricted-imports': [
				'error',
				{
					patterns: [{ regex: '^[^.$]', message: 'The core knows no package and no platform.' }]
				}
			],
			'no-restricted-globals': [
				'error',
				{ name: 'document', message: 'The core knows no screen.' },
				{ name: 'window', message: 'The core knows no screen.' },
				{ name: 'fetch', message: 'The core does no I/O.' },
				{ name: 'performance', message: 'The core has no clock.' },
				{ name: 'process', message: 'The core knows no platform.' }
			],
			'no-restricted-properties': [
				'error',
				{ object: 'Math', property: 'random', message: 'Randomness comes from an injected seed.' },
				{ object: 'Date', property: 'now', message: 'The core has no clock.' },
				...engineFunctions.map((property) => ({
					object: 'Math',
					property,
					message: 'Engines differ in its last bits: take it from quantity/math.'
				}))
			],
			'no-restricted-syntax': [
				'error',
				...syntax,
				{
					selector: "BinaryExpression[operator='**'][left.value!=2]",
					message: 'Engines differ in its last bits: take square, cube or pow from quantity/math.'
				}
			]
		}
	},
	{
		files: ['src/**/*.test.ts'],
		rules: {
			'no-restricted-properties': [
				'error',
				{
					object: 'vi',
					property: 'mock',
					message:
						'Node imports the core itself (tools/native-core-plugin.js), so a mock never gets in.'
				}
			]
		}
	},
	{ files: ['src/core/quantity/math.ts'], rules: { 'no-restricted-properties': 'off' } }
);
