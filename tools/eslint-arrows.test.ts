import { Linter } from 'eslint';
import { expect, test } from 'vitest';
import rule from './eslint-arrows.js';

const linter = new Linter({ cwd: '/house' });
function messages(file: string, code: string): string[] {
	const config = {
		files: ['**/*.ts'],
		plugins: { house: { rules: { arrows: rule } } },
		rules: { 'house/arrows': 'error' }
	} as const;
	return linter.verify(code, [config], `/house/src/${file}`).map((m) => m.messageId ?? m.message);
}

test('arrows point down, through the index, and the core stays pure', () => {
	expect(messages('core/fly/a.ts', `import '../belief/index'`)).toEqual([]);
	expect(messages('core/sink/a.ts', `import '../fly/index'`)).toEqual(['arrow']);
	expect(messages('core/drift/a.ts', `export * from '../match/index'`)).toEqual(['arrow']);
	expect(messages('core/predict/a.ts', `import '../match/index'`)).toEqual(['arrow']);
	expect(messages('core/match/a.ts', `import '../predict/index'`)).toEqual([]);
	expect(messages('core/fly/a.ts', `import '../belief/priors'`)).toEqual(['inside']);
	expect(messages('core/fly/a.ts', `import '$lib/ui/figures'`)).toEqual(['arrow']);
	expect(messages('core/fly/a.ts', `import { readFileSync } from 'node:fs'`)).toEqual(['pure']);
	expect(messages('lib/ui/a.ts', `import '$lib/server/api'`)).toEqual(['arrow']);
	expect(messages('routes/a.ts', `import '$lib/server/api'`)).toEqual([]);
});
