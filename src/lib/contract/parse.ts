import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import type { FieldError } from './field-error';

export type Parsed<T> =
	| { readonly ok: true; readonly value: T }
	| { readonly ok: false; readonly errors: readonly FieldError[] };

/**
 * Reads untrusted data as an instance of a contract class. Unknown fields are refused, so that a
 * misspelt one is not lost in silence.
 */
export function parse<T extends object>(type: new () => T, raw: unknown): Parsed<T> {
	if (raw === null || typeof raw !== 'object' || Array.isArray(raw)) {
		return {
			ok: false,
			errors: [{ path: '', message: 'The request must be a JSON object.' }]
		};
	}
	const value = plainToInstance(type, raw);
	const problems = validateSync(value, {
		whitelist: true,
		forbidNonWhitelisted: true,
		forbidUnknownValues: true
	});
	if (problems.length === 0) return { ok: true, value };
	return { ok: false, errors: problems.flatMap((problem) => flatten(problem, '')) };
}

function flatten(problem: ValidationError, above: string): FieldError[] {
	const path = above ? `${above}.${problem.property}` : problem.property;
	const below = (problem.children ?? []).flatMap((child) => flatten(child, path));
	const own = Object.entries(problem.constraints ?? {});
	if (own.length === 0) return below;
	const [rule, text] = own[0]!;
	const message =
		rule === 'whitelistValidation' ? `${problem.property} is not a known field.` : text;
	return [{ path, message }, ...below];
}
