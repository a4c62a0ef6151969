export interface RiverBodyDocument {
	temperatureC: number;
	/** Flow of the day. */
	flowM3s?: number;
	/** Powers of the flow by which depth and speed grow; the usual ones where they are not said. */
	depthExponent?: number;
	speedExponent?: number;
}
