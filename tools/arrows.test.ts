import { ESLint } from 'eslint';
import { expect, test } from 'vitest';

/** Planted files are in no project, so rules that ask for types are left out. */
const eslint = new ESLint({
	overrideConfig: {
		files: ['**/*.ts'],
		languageOptions: { parserOptions: { projectService: false } },
		rules: { '@typescript-eslint/switch-exhaustiveness-check': 'off' }
	}
});
/** Rules that refuse a line in a file of the house. */
async function refused(file: string, code: string): Promise<(string | null)[]> {
	const [result] = await eslint.lintText(code, { filePath: `src/${file}` });
	return result!.messages.map(({ ruleId }) => ruleId);
}
const arrow = ['import-x/no-restricted-paths'];

test('arrows point down, through the index, and the core stays pure', async () => {
	expect(await refused('core/fly/a.ts', `import '../parameter/index';`)).toEqual([]);
	expect(await refused('core/sink/a.ts', `import '../fly/index';`)).toEqual(arrow);
	expect(await refused('core/drift/a.ts', `export * from '../match/index';`)).toEqual(arrow);
	expect(await refused('core/predict/a.ts', `import '../match/index';`)).toEqual(arrow);
	expect(await refused('core/match/a.ts', `import '../predict/index';`)).toEqual([]);
	expect(await refused('core/fly/a.ts', `import '../parameter/priors';`)).toEqual(arrow);
	expect(await refused('core/fly/a.ts', `import '$lib/ui/when';`)).toEqual(arrow);
	expect(await refused('core/fly/a.ts', `import 'node:fs';`)).toEqual(['no-restricted-imports']);
	expect(await refused('lib/ui/a.ts', `import '$lib/server/api';`)).toEqual(arrow);
	expect(await refused('lib/views/log/a.ts', `import '$lib/views/box/BoxRow.svelte';`)).toEqual(
		arrow
	);
	const types = `<script lang="ts">\n\timport type { Strip } from '$lib/state/strip.svelte';\n\tlet { strip }: { strip: Strip } = $props();\n</script>\n\n{strip}\n`;
	expect(await refused('lib/ui/A.svelte', types)).toEqual(arrow);
	expect(await refused('routes/a.ts', `import '$lib/server/api';`)).toEqual([]);
}, 60_000);
