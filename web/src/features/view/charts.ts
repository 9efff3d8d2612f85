import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

register([BarChart, LineChart, GridComponent, TooltipComponent, MarkAreaComponent, SVGRenderer]);

export { init };
