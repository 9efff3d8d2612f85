import type { EChartsCoreOption } from 'echarts/core';
import { axisValue, count, exactly, groupLabel } from '../../../../shared/format';
import { FONT, namesDown, safe, tipBox } from '../../chartParts';
import { mixed } from '../../colours';
import { valueAt } from '../../cells';
import { isMarked } from '../../marks';
import type { Drawing } from '../face';
import { say } from '../../../../words';

// the order of the measures in the answer
const [MEDIAN, P5, P25, P75, P95, MIN, MAX, FILLED] = [0, 1, 2, 3, 4, 5, 6, 7];
const PALE = 0.42;
const WORDS: [number, string][] = [
  [MAX, say('view.largest')],
  [P95, say('view.95thPercentile')],
  [P75, say('view.upperQuartile')],
  [MEDIAN, say('view.median')],
  [P25, say('view.lowerQuartile')],
  [P5, say('view.5thPercentile')],
  [MIN, say('view.smallest')],
];

/** Lying boxes from quartile to quartile, lines to the 5th and 95th percentile, dots for the outermost rows beyond. */
export function boxOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, width, columns } = drawing;
  const labels = answer.axis.map((key) => groupLabel(key, view.by ?? null, columns));
  const measure = answer.measures[MEDIAN];
  const at = (m: number, a: number) => valueAt(answer, m, a);
  const format = (value: number | null) =>
    exactly(value, 'MEDIAN', measure?.type ?? null, measure?.format);
  const full = colours.series[0] ?? colours.ink;
  const outermost = answer.axis.map((_, a) => outliers(drawing, a));
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    grid: {
      left: 4,
      right: outermost.flat().some(({ name }) => name !== '') ? LABEL : 16,
      top: 4,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: {
      ...tipBox(colours),
      trigger: 'axis',
      axisPointer: { type: 'none' },
      formatter: (items: { dataIndex: number }[]) => {
        const a = items[0]?.dataIndex ?? 0;
        const named = (outermost[a] ?? [])
          .filter(({ name }) => name !== '')
          .map(({ name, value }) => `${safe(name)}: <b>${format(value)}</b>`);
        const lines = [
          ...WORDS.map(([m, word]) => `${word}: <b>${format(at(m, a))}</b>`),
          ...(named.length > 0 ? [say('view.outermost'), ...named] : []),
        ];
        return say('view.valuesBr', {
          label: safe(labels[a] ?? ''),
          values: count(at(FILLED, a) ?? 0),
          lines: lines.join('<br>'),
        });
      },
    },
    xAxis: {
      type: 'value',
      scale: true,
      splitNumber: 5,
      axisLabel: {
        color: colours.soft,
        fontSize: 11,
        hideOverlap: true,
        formatter: (value: number) => axisValue(value, measure?.format),
      },
      splitLine: { lineStyle: { color: colours.faint } },
    },
    yAxis: namesDown(labels, colours, width),
    series: [
      {
        type: 'boxplot',
        boxWidth: [6, 22],
        cursor: 'pointer',
        animation: false,
        data: answer.axis.map((key, a) => {
          const strong = mark === null || isMarked(mark, key);
          const line = strong ? full : mixed(full, colours.paper, PALE);
          return {
            value: [P5, P25, MEDIAN, P75, P95].map((m) => at(m, a)),
            itemStyle: {
              color: mixed(full, colours.paper, 0.2),
              borderColor: line,
              borderWidth: 1.5,
            },
          };
        }),
      },
      {
        type: 'scatter',
        symbolSize: 4,
        silent: true,
        animation: false,
        itemStyle: { color: 'transparent', borderColor: full, borderWidth: 1 },
        data: outermost.flatMap((dots, a) =>
          dots.map(({ value, name, side }) => ({
            value: [value, a],
            name,
            label: { position: side === 'low' ? 'left' : 'right' },
          })),
        ),
        label: {
          show: true,
          color: colours.soft,
          fontSize: 10.5,
          width: LABEL,
          overflow: 'truncate',
          formatter: ({ name }: { name: string }) => name,
        },
        labelLayout: { hideOverlap: true },
      },
    ],
  };
}

const LABEL = 90; // pixels for the name of a row
const MICROSECONDS = 1000; // in a millisecond
const DAY = 86_400_000; // milliseconds

interface Outlier {
  readonly value: number;
  readonly name: string;
  readonly side: 'low' | 'high';
}

/** Of a group the outermost rows that lie beyond its lines; without names where nothing names them. */
function outliers({ answer, ends }: Drawing, a: number): Outlier[] {
  const type = answer.measures[MEDIAN]?.type ?? null;
  const rows = ends?.groups[a];
  const low = valueAt(answer, P5, a);
  const high = valueAt(answer, P95, a);
  if (!rows || low === null || high === null) return [];
  const told = (side: Outlier['side']) => (row: readonly (string | null)[]) => ({
    value: numberOf(row[0] ?? '', type),
    name: row[1] ?? '',
    side,
  });
  return [
    ...rows.smallest.map(told('low')).filter(({ value }) => value < low),
    ...rows.largest.map(told('high')).filter(({ value }) => value > high),
  ];
}

/** A value written plainly as the number that axes have for it. */
function numberOf(text: string, type: string | null): number {
  if (type === 'DATE') return Date.parse(text) / DAY;
  return type === 'DATE_TIME' ? Date.parse(`${text}Z`) * MICROSECONDS : Number(text);
}
