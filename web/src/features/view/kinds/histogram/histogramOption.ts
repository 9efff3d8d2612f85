import type { EChartsCoreOption } from 'echarts/core';
import { axisNumber, groupLabel, measured } from '../../../../shared/format';
import { FONT, partLine, tooltip } from '../../chartParts';
import { mixed } from '../../colours';
import type { Drawing } from '../face';
import { isMarked } from '../../marks';

const PALE = 0.42;

/** Upright bars side by side, one for each span; what is blank stands apart in straw. */
export function histogramOption({
  view,
  answer,
  mark,
  parts,
  colours,
}: Drawing): EChartsCoreOption {
  const by = view.by ?? null;
  const values = answer.measures[0]?.values ?? [];
  const labels = answer.axis.map((key) => groupLabel(key, by));
  const colourOf = (a: number) => {
    const key = answer.axis[a];
    const colour = key?.value === null ? colours.straw : (colours.series[0] ?? colours.ink);
    const strong = parts === null && (mark === null || (key !== undefined && isMarked(mark, key)));
    return strong ? colour : mixed(colour, colours.paper, PALE);
  };
  const format = (value: number | null) => measured(value, 'ROWS', null);
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    grid: {
      left: 4,
      right: 12,
      top: 10,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: tooltip(
      colours,
      (a) => labels[a] ?? '',
      [''],
      false,
      (a) => format(values[a] ?? null),
      partLine(parts, format),
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
      {
        type: 'bar',
        barCategoryGap: '4%',
        cursor: 'pointer',
        animation: false,
        data: answer.axis.map((_, a) => ({
          value: values[a] ?? 0,
          itemStyle: { color: colourOf(a) },
        })),
      },
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
