import type { EChartsCoreOption, EChartsType } from 'echarts/core';
import type { Attachment } from 'svelte/attachments';

/**
 * A chart in an element, drawn by ECharts, which is fetched when the first is wanted.
 *
 * @param options read again whenever what they depend on changes
 * @param ready called once with the chart, to listen to it; what it gives is called after each drawing
 */
export function chart(
	options: () => EChartsCoreOption,
	ready: (chart: EChartsType) => () => void
): Attachment<HTMLElement> {
	return (element) => {
		let drawn = $state.raw<EChartsType | null>(null);
		let after = () => {};
		let gone = false;
		void import('./chart-parts').then(({ init }) => {
			if (gone) return;
			const made = init(element);
			after = ready(made);
			drawn = made;
		});
		const sized = new ResizeObserver(() => drawn?.resize());
		sized.observe(element);
		$effect(() => {
			const now = options();
			if (!drawn) return;
			drawn.setOption(now, { replaceMerge: ['series'] });
			after();
		});
		return () => {
			gone = true;
			sized.disconnect();
			drawn?.dispose();
		};
	};
}

/** The value of a colour property of the page, for what is drawn on a canvas. */
export const colourOf = (property: string): string =>
	getComputedStyle(document.documentElement).getPropertyValue(
		/var\((.*)\)/.exec(property)?.[1] ?? property
	);
