/** A field that is wrong. */
export interface FieldError {
	/** Where, in the request: body.recipe.bead.diameterMm */
	readonly path: string;
	readonly message: string;
}
