import type { ParameterValues } from '../parameter/index';

/** The parameters about drag, looked up once for a whole solve. */
export interface DragFactors {
	readonly beadWake: number;
	/** Drag that is left in the lee, 1 for none: of eye and neck, of a ring's far side, of the bend. */
	readonly eyeShelter: number;
	readonly ringShelter: number;
	readonly bendShelter: number;
	readonly crossFlow: number;
	readonly friction: number;
	readonly dressing: number;
	readonly blunt: number;
	/** Share of the ideal fluid's turning moment that a body with a separated base keeps. */
	readonly munk: number;
	/** On everything that the water does to this one fly. */
	readonly whole: number;
}

export function dragFactors(values: ParameterValues): DragFactors {
	return {
		beadWake: values['model.beadWake'],
		eyeShelter: values['model.eyeShelter'],
		ringShelter: values['model.ringShelter'],
		bendShelter: values['model.bendShelter'],
		crossFlow: values['model.crossFlow'],
		friction: values['model.friction'],
		dressing: values['dressing.drag'],
		blunt: values['model.blunt'],
		munk: values['model.munk'],
		whole: values['tied.drag']
	};
}
