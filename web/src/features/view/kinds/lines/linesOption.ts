import type { EChartsCoreOption } from 'echarts/core';
import type { GroupsAnswer } from '../../../../api/types';
import { axisValue, groupLabel, SHARE, measured } from '../../../../shared/format';
import { FONT, reachingTo, referenceLine, splitColour, tooltip } from '../../chartParts';
import type { Palette } from '../../colours';
import { isMarked } from '../../marks';
import type { Drawing } from '../face';
import { say } from '../../../../words';

const PALE = 0.35;

/** Lines over the groups, named at their ends; a period that is not over yet is a hollow point. */
export function linesOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, measures, range } = drawing;
  const by = view.by ?? null;
  const aggregate = measures[0]?.aggregate ?? 'ROWS';
  const measure = answer.measures[0];
  const labels = answer.axis.map((key) => groupLabel(key, by));
  const splits = answer.splits.map((key) => groupLabel(key, null));
  const isSplit = Boolean(view.split);
  const scale = isScaled(drawing);
  const value = (a: number, s: number) => measure?.values[a * splits.length + s] ?? null;
  const format = (shown: number | null) =>
    measured(shown, aggregate, measure?.type ?? null, measure?.format);
  const marked = answer.axis.map((key) => mark !== null && isMarked(mark, key));
  const shifts = endShifts(splits.map((_, s) => lastValue(answer, s)));
  const series = splits.map((name, s) => {
    const colour = isSplit
      ? splitColour(view.split ?? '', name, splits, colours, (answer.splits[s]?.merged ?? 0) > 0)
      : colours.series[0];
    return {
      type: 'line',
      name,
      connectNulls: false,
      showSymbol: true,
      symbol: 'circle',
      lineStyle: { width: 2, color: colour, opacity: mark ? PALE : 1 },
      itemStyle: { color: colour },
      animation: false,
      cursor: 'pointer',
      data: answer.axis.map((key, a) => ({
        value: value(a, s),
        symbolSize: marked[a] ? 8 : key.partial ? 7 : answer.axis.length === 1 ? 6 : 0,
        itemStyle: key.partial
          ? { color: colours.paper, borderColor: colour, borderWidth: 2 }
          : { color: colour },
      })),
      endLabel: {
        show: isSplit,
        formatter: name,
        color: colour,
        fontSize: 11.5,
        fontWeight: 600,
        distance: 8,
        offset: [0, shifts[s] ?? 0],
      },
      areaStyle: view.settings?.area ? { color: colour, opacity: isSplit ? 0.12 : 0.2 } : undefined,
      markArea: s === 0 ? markArea(marked, colours) : undefined,
      markLine: s === 0 ? referenceLine(view, colours, true) : undefined,
    };
  });
  const longest = Math.max(0, ...splits.map((name) => name.length));
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    grid: {
      left: 4,
      right: isSplit ? Math.min(140, 20 + longest * 6.5) : 24,
      top: 10,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: {
      ...tooltip(
        colours,
        (a) => (labels[a] ?? '') + (answer.axis[a]?.partial ? say('view.notOverYet2') : ''),
        splits,
        isSplit,
        (a, s) => format(value(a, s)),
      ),
      axisPointer: { type: 'line', lineStyle: { color: colours.soft } },
    },
    xAxis: {
      type: 'category',
      data: labels,
      boundaryGap: answer.axis.length === 1,
      axisLine: { lineStyle: { color: colours.faint } },
      axisTick: { show: false },
      axisLabel: { color: colours.soft, fontSize: 11.5, hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      scale,
      ...(range ??
        reachingTo(view, scale ? (measure?.values ?? []) : [0, ...(measure?.values ?? [])])),
      splitNumber: 4,
      axisLabel: {
        color: colours.soft,
        fontSize: 11.5,
        formatter: (at: number) => axisValue(at, aggregate === 'SHARE' ? SHARE : measure?.format),
      },
      splitLine: { lineStyle: { color: colours.faint } },
    },
    series,
  };
}

const FLAT = 0.4; // of the largest value: what varies less could not be seen from 0 on

/** Whether the axis begins near the values, not at 0: only of averages and shares that vary little. */
function isScaled({ view, answer, measures, range }: Drawing): boolean {
  const aggregate = measures[0]?.aggregate ?? 'ROWS';
  const averaged =
    aggregate === 'AVERAGE' ||
    aggregate === 'SHARE' ||
    answer.measures[0]?.format?.kind === 'PERCENT';
  const known = (answer.measures[0]?.values ?? []).filter((value) => value !== null);
  const low = Math.min(...known);
  const high = Math.max(...known);
  return averaged && !range && !view.settings?.area && low > 0 && high - low < high * FLAT;
}

/** That the axis does not begin at 0. */
export const linesNote = (drawing: Drawing): string | null =>
  isScaled(drawing) ? say('view.theAxisDoesNotBegin') : null;

function lastValue(answer: GroupsAnswer, s: number): number | null {
  const values = answer.measures[0]?.values ?? [];
  for (let a = answer.axis.length - 1; a >= 0; a -= 1) {
    const value = values[a * answer.splits.length + s];
    if (value !== null && value !== undefined) return value;
  }
  return null;
}

const LABEL = 13;
const PLOT = 150;

/** How far down each name at a line's end has to move so that none lies on another, in pixels of a usual chart. */
export function endShifts(ends: readonly (number | null)[]): number[] {
  const known = ends.filter((end) => end !== null);
  const high = Math.max(...known);
  const low = Math.min(0, ...known);
  const pixel = (value: number) => (high === low ? 0 : ((high - value) / (high - low)) * PLOT);
  const order = ends
    .map((end, i) => ({ i, at: end === null ? PLOT : pixel(end) }))
    .sort((x, y) => x.at - y.at);
  const shifts = ends.map(() => 0);
  let free = -Infinity;
  for (const { i, at } of order) {
    const place = Math.max(at, free);
    shifts[i] = place - at;
    free = place + LABEL;
  }
  return shifts;
}

/** A band behind the marked periods. */
function markArea(marked: readonly boolean[], colours: Palette) {
  const from = marked.indexOf(true);
  if (from < 0) return undefined;
  const to = marked.lastIndexOf(true);
  return {
    silent: true,
    itemStyle: {
      color: colours.behind,
      opacity: 0.9,
      borderColor: colours.accent,
      borderWidth: from === to ? 1 : 0,
    },
    data: [[{ xAxis: from }, { xAxis: to }]],
  };
}
