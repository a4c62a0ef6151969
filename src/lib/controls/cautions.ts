import type { Control } from './control';

/** Plain cautions, once where they apply. */
export const FLAME: Control = {
	kind: 'note',
	words: 'If you melt the ends: flame well away from lacquer, solvents and loose fur.'
};
export const LEAD: Control = {
	kind: 'note',
	words:
		'Lead: wash your hands, no food at the bench, keep it from children, collect the offcuts. Many waters restrict it; local rules decide.'
};
