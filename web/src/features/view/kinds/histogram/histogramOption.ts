import type { EChartsCoreOption } from 'echarts/core';
import { axisNumber, groupLabel, measured, splitLabel } from '../../../../shared/format';
import { FONT, namesAbove, partLine, splitColour, tooltip } from '../../chartParts';
import { behind } from '../../behind';
import { mixed } from '../../colours';
import type { Drawing } from '../face';
import { isPartMarked } from '../../marks';

const PALE = 0.42;

/** Upright bars side by side, one for each span, in parts where it is split; what is blank stands apart in straw. */
export function histogramOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, parts, colours, columns } = drawing;
  const by = view.by ?? null;
  const splits = answer.splits.map((key) => splitLabel(key));
  const isSplit = Boolean(view.split);
  const values = answer.measures[0]?.values ?? [];
  const at = (a: number, s: number) => values[a * splits.length + s] ?? null;
  const labels = answer.axis.map((key) => groupLabel(key, by, columns));
  const partColour = (s: number): string =>
    (isSplit
      ? splitColour(
          view.split ?? '',
          splits[s] ?? '',
          splits,
          colours,
          (answer.splits[s]?.merged ?? 0) > 0,
        )
      : colours.series[0]) ?? colours.ink;
  const colourOf = (a: number, s: number) => {
    const key = answer.axis[a];
    const colour = key?.value === null && !isSplit ? colours.straw : partColour(s);
    const strong =
      parts === null &&
      (mark === null || (key !== undefined && isPartMarked(mark, view, key, answer.splits[s])));
    return strong ? colour : mixed(colour, colours.paper, PALE);
  };
  const format = (value: number | null) => measured(value, 'ROWS', null);
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    legend: isSplit ? namesAbove(colours) : undefined,
    grid: {
      left: 4,
      right: 12,
      top: isSplit ? 26 : 10,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: tooltip(
      colours,
      (a) => labels[a] ?? '',
      isSplit ? splits : [''],
      isSplit,
      (a, part) => format(at(a, part)),
      { behind: behind(drawing), last: partLine(parts, format) },
    ),
    xAxis: {
      type: 'category',
      data: labels,
      axisLine: { lineStyle: { color: colours.faint } },
      axisTick: { show: false },
      axisLabel: { color: colours.soft, fontSize: 11.5, hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      splitNumber: 4,
      axisLabel: {
        color: colours.soft,
        fontSize: 11.5,
        formatter: (at: number) => axisNumber(at),
      },
      splitLine: { lineStyle: { color: colours.faint } },
    },
    series: [
      ...splits.map((name, part) => ({
        type: 'bar',
        name: isSplit ? name : undefined,
        color: partColour(part),
        stack: isSplit ? 'all' : undefined,
        barCategoryGap: '4%',
        cursor: 'pointer',
        animation: false,
        data: answer.axis.map((_, a) => ({
          value: at(a, part) ?? 0,
          itemStyle: { color: colourOf(a, part) },
        })),
      })),
      ...(parts
        ? [
            {
              type: 'bar',
              barGap: '-100%',
              barCategoryGap: '4%',
              silent: true,
              animation: false,
              z: 3,
              data: parts.map((value) => ({ value, itemStyle: { color: colours.series[0] } })),
            },
          ]
        : []),
    ],
  };
}
