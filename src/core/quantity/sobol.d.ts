declare module 'sobol' {
	export class SobolSequenceGenerator {
		constructor(dimensions: number);
		nextVector(): number[];
	}
}
