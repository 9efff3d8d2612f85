import { ScatterChart } from 'echarts/charts';
import { use as register } from 'echarts/core';

register([ScatterChart]);
