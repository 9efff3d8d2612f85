import type { EChartsCoreOption } from 'echarts/core';
import type { Filter, GroupsAnswer, View } from '../../../../api/types';
import { groupLabel, measured } from '../../../../shared/format';
import { FONT, splitColour, tooltip } from '../../chartParts';
import { mixed, type Palette } from '../../colours';
import { isMarked } from '../../marks';

const PALE = 0.42;

/** Horizontal bars with their numbers at the ends; stacked when split. Marked bars keep their colour, the rest pale. */
export function barsOption(
  view: View,
  answer: GroupsAnswer,
  mark: Filter | null,
  colours: Palette,
): EChartsCoreOption {
  const by = view.by ?? null;
  const aggregate = view.measure?.aggregate ?? 'ROWS';
  const measure = answer.measures[0];
  const labels = answer.axis.map((key) => groupLabel(key, by));
  const splits = answer.splits.map((key) => groupLabel(key, null));
  const isSplit = view.split !== null;
  const format = (value: number | null) =>
    measured(value, aggregate, measure?.type ?? null, measure?.format);
  // pale bars are mixed with the paper, not see-through: the numbers beside them must stay readable
  const shown = (a: number, colour: string | undefined) => {
    const key = answer.axis[a];
    const strong = mark === null || (key !== undefined && isMarked(mark, key));
    return strong || colour === undefined ? colour : mixed(colour, colours.paper, PALE);
  };
  const series = splits.map((name, s) => ({
    type: 'bar',
    name: isSplit ? name : undefined,
    stack: isSplit ? 'all' : undefined,
    barMaxWidth: 18,
    barCategoryGap: '32%',
    cursor: 'pointer',
    data: answer.axis.map((key, a) => ({
      value: measure?.values[a * splits.length + s] ?? null,
      itemStyle: {
        color: shown(
          a,
          isSplit
            ? splitColour(
                view.split ?? '',
                name,
                splits,
                colours,
                (answer.splits[s]?.merged ?? 0) > 0,
              )
            : key.merged > 0
              ? colours.straw
              : colours.series[0],
        ),
      },
    })),
    label: {
      show: !isSplit,
      position: 'right',
      color: colours.ink,
      fontSize: 11.5,
      formatter: (item: { value: number | null }) => format(item.value),
    },
    labelLayout: { hideOverlap: true },
    silent: false,
    animation: false,
  }));
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    grid: {
      left: 4,
      right: 64,
      top: 4,
      bottom: isSplit ? 22 : 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: tooltip(
      colours,
      (a) => labels[a] ?? '',
      splits,
      isSplit,
      (a, s) => format(measure?.values[a * splits.length + s] ?? null),
    ),
    xAxis: {
      type: 'value',
      min: (range: { min: number }) => Math.min(0, range.min),
      axisLabel: { show: false },
      splitLine: { show: false },
      axisLine: { show: false },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: labels,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: {
        color: colours.ink,
        fontSize: 11.5,
        width: 130,
        overflow: 'truncate',
        interval: labels.length > 14 ? 'auto' : 0,
      },
    },
    series,
  };
}
