import { expect, test } from 'vitest';
import { MODEL_VERSION } from '../predict/index';
import { panel, versionOf } from './model-panel';

test('the model’s version is that of its answers: one that answers otherwise has another (npm run model-version)', () => {
	expect(versionOf(panel())).toBe(MODEL_VERSION);
}, 60_000);

test('any answer that differs makes another version', () => {
	const { parameters, ...rest } = { parameters: { a: { median: 1 } }, speeds: [0.31, 0.42] };
	const version = versionOf({ parameters, ...rest });
	expect(versionOf({ parameters, speeds: [0.31, 0.42000000000000004] })).not.toBe(version);
	expect(versionOf({ parameters: { a: { median: 1.01 } }, ...rest })).not.toBe(version);
	expect(versionOf({ parameters, ...rest })).toBe(version);
});
