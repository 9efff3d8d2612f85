import type { EChartsCoreOption } from 'echarts/core';
import { axisValue, groupLabel, SHARE } from '../../../../shared/format';
import { rowsBehind } from '../../behind';
import { FONT, safe, tipBox } from '../../chartParts';
import { mixed } from '../../colours';
import { valueAt } from '../../cells';
import { isMarked } from '../../marks';
import { numbersOf } from '../../numbers';
import type { Drawing } from '../face';
import { say } from '../../../../words';

const NAMED = 30; // dots that can have their names beside them
const NAME = 130; // pixels
const PALE = 0.3;

/** A dot for each group: the first measure to the right, the second up, a third as its size. */
export function dotsOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, measures, columns } = drawing;
  const labels = answer.axis.map((key) => groupLabel(key, view.by ?? null, columns));
  const { exact } = numbersOf(drawing);
  const largest = Math.max(...answer.axis.map((_, a) => valueAt(answer, 2, a) ?? 0), 0);
  const size = (a: number) => {
    const value = valueAt(answer, 2, a);
    // the area, not the width, stands for the number
    return value === null || largest <= 0 ? 9 : 5 + 23 * Math.sqrt(Math.max(0, value) / largest);
  };
  const full = colours.series[0] ?? colours.ink;
  const axis = (m: number) => ({
    type: 'value',
    scale: true,
    name: measures[m]?.name ?? '',
    nameLocation: 'middle',
    nameGap: m === 0 ? 24 : 40,
    nameTextStyle: { color: colours.soft, fontSize: 11.5 },
    splitNumber: 4,
    axisLabel: {
      color: colours.soft,
      fontSize: 11,
      hideOverlap: true,
      formatter: (value: number) =>
        axisValue(value, measures[m]?.aggregate === 'SHARE' ? SHARE : answer.measures[m]?.format),
    },
    splitLine: { lineStyle: { color: colours.faint } },
    axisLine: { lineStyle: { color: colours.faint } },
  });
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    grid: {
      left: 22,
      right: labels.length <= NAMED ? 84 : 24,
      top: 14,
      bottom: 22,
      outerBoundsMode: 'same',
    },
    tooltip: {
      ...tipBox(colours),
      trigger: 'item',
      formatter: ({ dataIndex }: { dataIndex: number }) =>
        [
          safe(labels[dataIndex] ?? ''),
          ...measures.map(
            ({ name }, m) => `${safe(name)}: <b>${exact(valueAt(answer, m, dataIndex), m)}</b>`,
          ),
          rowsBehind(answer, dataIndex),
        ].join('<br>'),
    },
    xAxis: axis(0),
    yAxis: axis(1),
    series: [
      {
        type: 'scatter',
        cursor: 'pointer',
        animation: false,
        data: answer.axis.map((key, a) => {
          const strong = mark === null || isMarked(mark, key);
          return {
            value: [valueAt(answer, 0, a), valueAt(answer, 1, a)],
            symbolSize: size(a),
            itemStyle: {
              color: mixed(full, colours.paper, strong ? 0.75 : PALE),
              borderColor: strong ? full : mixed(full, colours.paper, PALE),
            },
          };
        }),
        label: {
          show: labels.length <= NAMED,
          position: 'right',
          color: colours.ink,
          fontSize: 11,
          width: NAME,
          overflow: 'truncate',
          formatter: ({ dataIndex }: { dataIndex: number }) => labels[dataIndex] ?? '',
        },
        labelLayout: { hideOverlap: true },
      },
    ],
  };
}

/** Groups that lack one of the two numbers. */
export function dotsNote({ answer }: Drawing): string | null {
  const missing = answer.axis.filter(
    (_, a) => valueAt(answer, 0, a) === null || valueAt(answer, 1, a) === null,
  ).length;
  return missing === 0 ? null : say('view.noValueForOneOf', { missing, missing2: missing });
}
