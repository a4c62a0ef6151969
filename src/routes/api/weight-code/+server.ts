import { WeightCodeRequest } from '$lib/api/requests';
import { codeFaults } from '$lib/documents/fly/weight-code';
import { answer, bodyOf } from '$lib/server/api';
import { Refusal } from '$lib/server/store/index';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const code = await bodyOf(request, WeightCodeRequest);
		if (code.steps.length === 0) throw new Refusal(422, 'The steps must be at least one.');
		codeFaults(code).forEach((message, k) => {
			if (message === null) return;
			const path = `steps.${k}`;
			throw new Refusal(422, `${path}: ${message}`, { errors: [{ path, message }] });
		});
		await store.setWeightCode(code);
		return code;
	});

export const DELETE: RequestHandler = () =>
	answer(async (store) => {
		await store.setWeightCode(null);
		return null;
	});
