/** What of ECharts the charts here are made of. */
import { ScatterChart } from 'echarts/charts';
import { BrushComponent, GridComponent, MarkAreaComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';

use([ScatterChart, GridComponent, BrushComponent, MarkAreaComponent, CanvasRenderer]);

export { init };
