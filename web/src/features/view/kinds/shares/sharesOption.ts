import type { EChartsCoreOption } from 'echarts/core';
import { groupLabel, measured } from '../../../../shared/format';
import { rowsBehind } from '../../behind';
import { FONT, splitColour, tip, tipBox } from '../../chartParts';
import { mixed } from '../../colours';
import { isMarked } from '../../marks';
import { numbersOf } from '../../numbers';
import type { Drawing } from '../face';
import { say } from '../../../../words';

const PALE = 0.42;
const LINE = 16; // pixels

/** A ring of parts with their names and shares beside them; what is negative has no share and is told instead. */
export function sharesOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, width, height, columns } = drawing;
  const by = view.by ?? null;
  const measure = answer.measures[0];
  const values = answer.axis.map((_, a) => measure?.values[a] ?? null);
  const labels = answer.axis.map((key) => groupLabel(key, by, columns));
  const all = values.reduce<number>((sum, value) => sum + Math.max(0, value ?? 0), 0);
  const { exact } = numbersOf(drawing);
  const share = (value: number) => measured(all === 0 ? null : value / all, 'SHARE', null);
  const isLow = height < answer.axis.length * 2 * LINE; // most of the names may stand on one side
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    tooltip: {
      ...tipBox(colours),
      trigger: 'item',
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const value = values[dataIndex] ?? null;
        return tip(colours, labels[dataIndex] ?? '', exact(value), [
          share(Math.max(0, value ?? 0)),
          rowsBehind(answer, dataIndex),
        ]);
      },
    },
    series: [
      {
        type: 'pie',
        radius: ['46%', '74%'],
        center: ['50%', '50%'],
        startAngle: 90,
        animation: false,
        cursor: 'pointer',
        emphasis: { scale: false },
        label: {
          color: colours.ink,
          fontSize: 11.5,
          lineHeight: isLow ? LINE - 2 : LINE,
          width: Math.max(60, width * 0.26),
          overflow: 'truncate',
          formatter: ({ dataIndex, value }: { dataIndex: number; value: number }) =>
            `${labels[dataIndex] ?? ''}${isLow ? ': ' : '\n'}${share(value)}`,
        },
        labelLayout: { hideOverlap: false }, // seven parts at most: none goes without its name
        labelLine: { length: 6, length2: 6, lineStyle: { color: colours.straw } },
        data: answer.axis.map((key, a) => {
          const colour =
            splitColour(by?.column ?? '', labels[a] ?? '', labels, colours, key.merged > 0) ??
            colours.ink;
          const strong = mark === null || isMarked(mark, key);
          return {
            name: labels[a],
            value: Math.max(0, values[a] ?? 0),
            itemStyle: {
              color: strong ? colour : mixed(colour, colours.paper, PALE),
              borderColor: colours.paper,
              borderWidth: 2,
            },
          };
        }),
      },
    ],
  };
}

/** What has no part: nothing and less than nothing. */
export function sharesNote({ view, answer, columns }: Drawing): string | null {
  const values = answer.measures[0]?.values ?? [];
  const negative = answer.axis.filter((_, a) => (values[a] ?? 0) < 0);
  if (negative.length === 0) return null;
  const names = negative.map((key) => groupLabel(key, view.by ?? null, columns)).join(', ');
  return say('view.below0AndWithoutA', { names });
}
