import type { EChartsCoreOption } from 'echarts/core';
import { groupLabel } from '../../../../shared/format';
import { rowsBehind, shareOfAll } from '../../behind';
import { FONT, labelWidth, namesDown, tip, tipBox } from '../../chartParts';
import { legible, mixed } from '../../colours';
import { valueAt } from '../../cells';
import { isCellMarked } from '../../marks';
import { numbersOf } from '../../numbers';
import type { Drawing } from '../face';

const NUMBERED = 150; // cells that can hold their number
const LEAST = 0.08; // of the colour, so that a small number is told from none
const FADED = 0.3; // of the colour of cells that are not marked

/** A field for each pair of groups, from pale for the smallest to the full colour for the largest; none where nothing is. */
export function gridOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, width, height, columns } = drawing;
  const rows = answer.axis.map((key) => groupLabel(key, view.by ?? null, columns));
  const across = answer.splits.map((key) => groupLabel(key, view.across ?? null, columns));
  const cells = rows.flatMap((_, a) =>
    across.flatMap((__, s) => {
      const value = valueAt(answer, 0, a, s);
      return value === null ? [] : [[s, a, value] as const];
    }),
  );
  const values = cells.map(([, , value]) => value);
  const least = Math.min(...values);
  const most = Math.max(...values);
  const { exact, brief } = numbersOf(drawing);
  const ofAll = shareOfAll(drawing);
  const full = colours.series[0] ?? colours.ink;
  const cellWidth = (width - labelWidth(width)) / Math.max(1, across.length);
  const numbered =
    cells.length <= NUMBERED && cellWidth > 34 && height / Math.max(1, rows.length) > 15;
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    grid: {
      left: 4,
      right: 8,
      top: 4,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: {
      ...tipBox(colours),
      trigger: 'item',
      formatter: ({ data }: { data: { value: readonly [number, number, number] } }) => {
        const [s, a, value] = data.value;
        return tip(colours, `${rows[a] ?? ''}, ${across[s] ?? ''}`, exact(value), [
          ofAll(a, s),
          rowsBehind(answer, a * across.length + s),
        ]);
      },
    },
    visualMap: {
      show: false,
      min: least,
      max: most === least ? least + 1 : most,
      inRange: { color: [mixed(full, colours.paper, LEAST), full] },
    },
    xAxis: {
      type: 'category',
      data: across,
      splitArea: { show: false },
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { color: colours.soft, fontSize: 11, hideOverlap: true },
    },
    yAxis: namesDown(rows, colours, width),
    series: [
      {
        type: 'heatmap',
        cursor: 'pointer',
        animation: false,
        data: cells.map(([s, a, value]) => {
          const key = answer.axis[a];
          const other = answer.splits[s];
          const on = mark === null || (key && other ? isCellMarked(mark, key, other) : false);
          const part = most > least ? (value - least) / (most - least) : 0;
          const behind = mixed(
            full,
            colours.paper,
            (on ? 1 : FADED) * (LEAST + (1 - LEAST) * part),
          );
          return {
            value: [s, a, value],
            itemStyle: {
              borderColor: colours.paper,
              borderWidth: cellWidth > 8 ? 1 : 0,
              opacity: on ? 1 : FADED,
            },
            label: { color: legible(behind, colours) },
          };
        }),
        label: {
          show: numbered,
          fontSize: 11,
          formatter: ({ data }: { data: { value: readonly [number, number, number] } }) =>
            brief(data.value[2]),
        },
        emphasis: { disabled: true },
      },
    ],
  };
}
