/** The materials' own colours, as custom properties that both themes set. */
export const materialColour = {
	tungsten: 'var(--m-tungsten)',
	brass: 'var(--m-brass)',
	lead: 'var(--m-lead)',
	leadFree: 'var(--m-leadFree)',
	hook: 'var(--m-hook)',
	dressing: 'var(--m-dressing)'
} as const;
