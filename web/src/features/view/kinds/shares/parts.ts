import { PieChart } from 'echarts/charts';
import { use as register } from 'echarts/core';

register([PieChart]);
