/** What weighings say. */
export {
	controlChart,
	MEAN_RANGE,
	RANGE_SPREAD,
	type ChartPoint,
	type ControlChart,
	type Expected
} from './control-chart';
