import type { EChartsCoreOption } from 'echarts/core';
import { axisValue, groupLabel, SHARE, splitLabel } from '../../../../shared/format';
import { FONT, labelWidth, namesAbove, partLine, splitColour, tooltip } from '../../chartParts';
import { behind } from '../../behind';
import { mixed, type Palette } from '../../colours';
import { isPartMarked } from '../../marks';
import { numbersOf } from '../../numbers';
import { referenceLine, referenceOf } from '../../reference';
import type { Drawing } from '../face';
import { say } from '../../../../words';

const PALE = 0.42;
const MANY = 14;
const FONT_SIZE = 11.5;
const SMALLEST = 9;

/**
 * Bars with their numbers at the ends, lying unless the view says upright; split ones in parts that are stacked, side by
 * side or shares of each bar. Marked bars keep their colour, the rest pale.
 */
export function barsOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, parts, colours, measures, range, width, height, columns } = drawing;
  const by = view.by ?? null;
  const aggregate = measures[0]?.aggregate ?? 'ROWS';
  const measure = answer.measures[0];
  const labels = answer.axis.map(
    (key) => groupLabel(key, by, columns) + (key.partial ? say('view.notOverYet2') : ''),
  );
  const splits = answer.splits.map((key) => splitLabel(key));
  const isSplit = Boolean(view.split);
  const arrange = isSplit ? (view.settings?.arrange ?? 'STACKED') : null;
  const upright = view.settings?.upright === true;
  const reference = referenceOf(drawing, arrange === 'STACKED');
  const line = reference?.value ?? null;
  const valueOf = (a: number, s: number) => measure?.values[a * splits.length + s] ?? null;
  const sums = answer.axis.map((_, a) =>
    splits.reduce((all, __, s) => all + Math.abs(valueOf(a, s) ?? 0), 0),
  );
  const drawn = (a: number, s: number) => {
    const value = valueOf(a, s);
    const sum = sums[a] ?? 0;
    return arrange === 'FULL' && value !== null ? (sum === 0 ? null : value / sum) : value;
  };
  const { exact, brief } = numbersOf(drawing);
  const fontSize = upright ? FONT_SIZE : Math.min(FONT_SIZE, fitting(height / labels.length));
  // pale bars are mixed with the paper, not see-through: the numbers beside them must stay readable
  const shade = (a: number, s: number, colour: string | undefined) => {
    const key = answer.axis[a];
    const marked =
      mark === null || (key !== undefined && isPartMarked(mark, view, key, answer.splits[s]));
    const strong = marked && key?.partial !== true && parts === null; // a period that is not over yet counts for less
    return strong || colour === undefined ? colour : mixed(colour, colours.paper, PALE);
  };
  const colourOf = (s: number) =>
    isSplit
      ? splitColour(
          view.split ?? '',
          splits[s] ?? '',
          splits,
          colours,
          (answer.splits[s]?.merged ?? 0) > 0,
        )
      : colours.series[0];
  const numbers = {
    show: !isSplit && parts === null && (!upright || labels.length <= MANY),
    position: upright ? 'top' : 'right',
    color: colours.ink,
    fontSize,
    textBorderColor: colours.paper,
    textBorderWidth: 3,
    formatter: (item: { value: number | null }) => brief(item.value),
  };
  const series = splits.map((name, s) => ({
    type: 'bar',
    name: isSplit ? name : undefined,
    color: colourOf(s),
    stack: arrange === 'STACKED' || arrange === 'FULL' ? 'all' : undefined,
    barMaxWidth: upright ? 46 : 18,
    barCategoryGap: '32%',
    cursor: 'pointer',
    data: answer.axis.map((key, a) => ({
      value: drawn(a, s),
      itemStyle: {
        color: shade(a, s, !isSplit && key.merged > 0 ? colours.straw : colourOf(s)),
      },
    })),
    label: line === null ? numbers : { show: false },
    labelLayout: { hideOverlap: true },
    markLine:
      s === 0 && arrange !== 'FULL' ? referenceLine(reference, colours, upright) : undefined,
    silent: false,
    animation: false,
  }));
  // in front of the line that they are seen against, as bars that are not seen
  const inFront = {
    type: 'bar',
    barGap: '-100%',
    barMaxWidth: upright ? 46 : 18,
    barCategoryGap: '32%',
    itemStyle: { color: 'transparent' },
    silent: true,
    animation: false,
    z: 6,
    data: answer.axis.map((_, a) => drawn(a, 0)),
    label: { ...numbers, backgroundColor: colours.paper, padding: [1, 2] },
    labelLayout: { hideOverlap: true },
  };
  const besides = parts
    ? partSeries(parts, (a) => valueOf(a, 0), brief, upright, fontSize, colours)
    : [];
  const values = {
    type: 'value',
    min: range?.min ?? (line !== null && line < 0 ? reachingDown(line) : undefined),
    max:
      arrange === 'FULL'
        ? 1
        : line === null
          ? range?.max
          : (own: { max: number }) =>
              line > (range?.max ?? own.max) ? line : (range?.max ?? null),
    interval: arrange === 'FULL' ? 0.25 : range?.interval,
    axisLabel: {
      show: isSplit || upright,
      color: colours.soft,
      fontSize: 11,
      hideOverlap: true,
      formatter: (at: number) =>
        axisValue(at, arrange === 'FULL' || aggregate === 'SHARE' ? SHARE : measure?.format),
    },
    splitNumber: 4,
    splitLine: { show: upright, lineStyle: { color: colours.faint } },
    axisLine: { show: false },
  };
  const groups = {
    type: 'category',
    inverse: !upright,
    data: labels,
    axisLine: { show: upright, lineStyle: { color: colours.faint } },
    axisTick: { show: false },
    axisLabel: {
      color: colours.ink,
      fontSize,
      ...(upright
        ? namesAcross(labels, Boolean(by?.step), width)
        : {
            width: labelWidth(width),
            overflow: 'truncate',
            interval: labels.length > MANY ? 'auto' : 0,
          }),
    },
  };
  const bothAxes = parts ? [groups, { ...groups, show: false }] : groups;
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    legend: isSplit ? namesAbove(colours) : undefined,
    grid: {
      left: 4,
      right: upright ? 12 : isSplit ? 20 : parts ? 120 : 64,
      top: (isSplit ? 26 : upright ? 18 : 4) + (reference && !upright ? 16 : 0),
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: tooltip(
      colours,
      (a) => labels[a] ?? '',
      splits,
      isSplit,
      (a, s) => exact(valueOf(a, s)),
      { behind: behind(drawing), last: partLine(parts, exact) },
    ),
    xAxis: upright ? bothAxes : values,
    yAxis: upright ? values : bothAxes,
    series: [...series, ...(line !== null && numbers.show ? [inFront] : []), ...besides],
  };
}

/** Of numbers of which each has a bar's room, with the border around them: smaller ones rather than every other one. */
const fitting = (room: number) => Math.max(SMALLEST, room * 0.95 - 3);

/** An end of an axis that is a line's where it lies below all values, else a round number. */
const reachingDown = (line: number) => (own: { min: number }) => (line < own.min ? line : null);

const SLANTED = 60; // pixels from name to name, below which they are turned
const SLANTED_NAME = 84;

/** Names below upright bars: cut where there is too little room, or turned where there is hardly any; periods left out. */
function namesAcross(labels: readonly string[], isTime: boolean, width: number) {
  const each = width / Math.max(1, labels.length);
  if (isTime) return { hideOverlap: true };
  return each < SLANTED && labels.some((label) => label.length * 7 > each)
    ? { rotate: 38, width: SLANTED_NAME, overflow: 'truncate', interval: each < 13 ? 'auto' : 0 }
    : { hideOverlap: true, width: Math.max(SLANTED, each - 6), overflow: 'truncate' };
}

/**
 * What is marked as thinner bars in front, on an axis of their own so that they stand in the middle of the others; both
 * numbers stand where the longer of the two ends.
 */
function partSeries(
  parts: readonly (number | null)[],
  whole: (a: number) => number | null,
  format: (value: number | null) => string,
  upright: boolean,
  fontSize: number,
  colours: Palette,
) {
  const ofGroups = upright ? { xAxisIndex: 1 } : { yAxisIndex: 1 };
  const common = { ...ofGroups, type: 'bar', silent: true, animation: false, z: 3 };
  return [
    {
      ...common,
      barMaxWidth: upright ? 20 : 8,
      data: parts.map((value) => ({ value, itemStyle: { color: colours.series[0] } })),
    },
    {
      ...common,
      barGap: '-100%',
      barMaxWidth: upright ? 20 : 8,
      itemStyle: { color: 'transparent' },
      data: parts.map((value, a) => Math.max(value ?? 0, whole(a) ?? 0)),
      label: {
        show: parts.length <= MANY,
        position: upright ? 'top' : 'right',
        rich: {
          now: { color: colours.ink, fontSize, fontFamily: FONT },
          all: { color: colours.soft, fontSize, fontFamily: FONT, padding: [0, 0, 0, 5] },
        },
        formatter: ({ dataIndex }: { dataIndex: number }) =>
          `{now|${format(parts[dataIndex] ?? null)}} {all|${say('view.ofAll', { all: format(whole(dataIndex)) })}}`,
      },
      labelLayout: { hideOverlap: true },
    },
  ];
}
