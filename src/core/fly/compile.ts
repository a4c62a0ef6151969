import type { ParameterName, ParameterValues } from '../parameter/index';
import type { DragElements, FlyBody } from '../body/index';
import { buildFly, rebuildFly, weighs, type Build } from './build';
import { elementsOf } from './elements';
import { partsOf, type PartMass } from './parts';
import type { Recipe } from './recipe';

export interface CompiledFly {
	readonly body: FlyBody;
	/** In tie-on order; parts that the recipe leaves out are not listed. */
	readonly parts: readonly PartMass[];
}

/** Soaked, or as it is when it first touches the water: with air in fur and feather. */
export type Wetness = 'soaked' | 'fresh';

/** recipe + parameters → FlyBody. Lengths in metres, masses in kg. */
export function compileFly(
	recipe: Recipe,
	values: ParameterValues,
	wetness: Wetness = 'soaked'
): CompiledFly {
	return compileBuild(buildFly(recipe, values), values, wetness);
}

/**
 * The FlyBody of a built fly, with its parts.
 *
 * @param values where the build was made, or moved from there in parameters that change no measure
 */
export function compileBuild(
	build: Build,
	values: ParameterValues,
	wetness: Wetness = 'soaked'
): CompiledFly {
	const parts = partsOf(build, values);
	return { body: bodyOf(build, parts, elementsOf(build), wetness), parts };
}

/**
 * The soaked fly with one parameter moved off the point at which `build` was made: the same as
 * compileFly at `values`, keeping what that parameter does not touch.
 *
 * @param spare elements of a fly that is wanted no more; they may be overwritten
 */
export function compileNear(
	build: Build,
	fly: CompiledFly,
	values: ParameterValues,
	moved: ParameterName,
	spare: DragElements | null = null
): CompiledFly {
	const near = rebuildFly(build, values, moved);
	if (near === build && !weighs(moved)) return fly;
	const elements = near === build ? fly.body.elements : elementsOf(near, spare);
	const parts = partsOf(near, values);
	return { body: bodyOf(near, parts, elements, 'soaked'), parts };
}

/** Mass alone, kg, of a built fly with one parameter moved off the point at which it was built (null: none). */
export function massNear(
	build: Build,
	values: ParameterValues,
	moved: ParameterName | null
): number {
	const near = moved === null ? build : rebuildFly(build, values, moved);
	return partsOf(near, values).reduce((sum, { mass }) => sum + mass, 0);
}

function bodyOf(
	{ hook }: Build,
	parts: readonly PartMass[],
	elements: DragElements,
	wetness: Wetness
): FlyBody {
	let mass = 0;
	let volume = 0;
	let massX = 0;
	let massY = 0;
	let volumeX = 0;
	let volumeY = 0;
	let held = 0;
	let inertia = 0;
	for (const part of parts) {
		const displaced = part.volume + (wetness === 'fresh' ? part.air : 0);
		const { x, y } = part.centre;
		held += part.room - (wetness === 'fresh' ? part.air : 0);
		// About the origin first; moved to the centre of mass below.
		inertia += part.mass * (part.gyration + x * x + y * y);
		mass += part.mass;
		volume += displaced;
		massX += part.mass * x;
		massY += part.mass * y;
		volumeX += displaced * x;
		volumeY += displaced * y;
	}
	return {
		mass,
		volume,
		held,
		inertia: inertia - (massX * massX + massY * massY) / mass,
		centreOfMass: { x: massX / mass, y: massY / mass },
		centreOfBuoyancy: { x: volumeX / volume, y: volumeY / volume },
		eye: hook.eye.centre,
		elements
	};
}
