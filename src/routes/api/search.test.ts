import { afterAll, beforeAll, test } from 'vitest';
import { InProcess, runExamples } from './in-process.testing';

const api = new InProcess();
beforeAll(() => api.open());
afterAll(() => api.close());

test('the examples of a search do what they say, and its answers are as the API describes them', async () => {
	await runExamples(api, (operation) => operation === '/api/match');
});
