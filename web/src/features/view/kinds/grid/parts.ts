import { HeatmapChart } from 'echarts/charts';
import { VisualMapComponent } from 'echarts/components';
import { use as register } from 'echarts/core';

register([HeatmapChart, VisualMapComponent]);
