import type { EChartsCoreOption } from 'echarts/core';
import { axisValue, groupLabel, SHARE } from '../../../../shared/format';
import { valueAt } from '../../cells';
import { FONT, namesAbove, partLine, tooltip } from '../../chartParts';
import { behind, rowsBehind } from '../../behind';
import type { Palette } from '../../colours';
import { isMarked, isOfSplit } from '../../marks';
import { numbersOf } from '../../numbers';
import { clearestPlace, reachingTo, referenceLine, referenceOf } from '../../reference';
import type { Drawing } from '../face';
import { linesOf, type Line } from './linesOf';
import { say } from '../../../../words';

const MANY = 2000; // periods
const PALE = 0.35;

/** Lines over the groups, named at their ends; what leads to a period that is not over yet is dashed. */
export function linesOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, parts, colours, measures, range, columns } = drawing;
  const by = view.by ?? null;
  const labels = answer.axis.map((key) => groupLabel(key, by, columns));
  const lines = linesOf(drawing);
  const named = lines.length > 1;
  const scale = isScaled(drawing);
  const reference = referenceOf(drawing);
  const value = (a: number, line: Line) => valueAt(answer, line.measure, a, line.split);
  const { exact } = numbersOf(drawing);
  const ofSplit = mark !== null && isOfSplit(mark, view);
  const marked = answer.axis.map((key) => mark !== null && !ofSplit && isMarked(mark, key));
  const isPale = (line: Line): boolean => {
    const split = answer.splits[line.split];
    if (parts !== null) return true;
    return mark !== null && !(ofSplit && split && isMarked(mark, split));
  };
  const across = lines.some((line) => line.right);
  const courses = lines
    .filter((line) => !line.right)
    .map((line) => answer.axis.map((_, a) => value(a, line)));
  const known = courses.flat().filter((each) => each !== null);
  const place = reference ? clearestPlace(reference, courses) : undefined;
  const end = answer.axis.length - 1;
  const unfinished = Boolean(answer.axis[end]?.partial) && end > 0;
  const sizeOf = (line: Line, a: number): number => {
    if (marked[a]) return 8;
    if (answer.axis[a]?.partial) return 7;
    const isAlone = value(a - 1, line) === null && value(a + 1, line) === null;
    return isAlone ? 6 : 0; // between gaps no line would lead to it
  };
  /** Only where a line has a point by itself: a symbol for each of thousands of periods takes seconds to draw. */
  const points = (line: Line) =>
    answer.axis.map((key, a) => {
      const symbolSize = sizeOf(line, a);
      return symbolSize === 0
        ? null
        : {
            value: value(a, line),
            symbolSize,
            itemStyle: key.partial
              ? { color: colours.paper, borderColor: line.colour, borderWidth: 2 }
              : { color: line.colour },
          };
    });
  const series = lines.flatMap((line, i) => {
    const drawn = {
      type: 'line',
      name: line.name,
      yAxisIndex: line.right ? 1 : 0,
      connectNulls: false,
      triggerEvent: 'line', // with its name at the end
      showSymbol: false,
      symbol: 'circle',
      itemStyle: { color: line.colour },
      animation: false,
      cursor: 'pointer',
    };
    const style = { width: 2, color: line.colour, opacity: isPale(line) ? PALE : 1 };
    const endLabel = {
      show: named && !across,
      formatter: line.name,
      color: line.colour,
      fontSize: 11.5,
      fontWeight: 600,
      distance: 8,
    };
    const whole = {
      ...drawn,
      lineStyle: style,
      data: answer.axis.map((_, a) => (unfinished && a === end ? null : value(a, line))),
      // of more periods than there are pixels the lowest and the highest of each are drawn, which looks the same
      sampling: answer.axis.length > MANY ? 'minmax' : undefined,
      endLabel: unfinished ? { show: false } : endLabel,
      labelLayout: { moveOverlap: 'shiftY' }, // names at ends that lie close together
      areaStyle: view.settings?.area
        ? { color: line.colour, opacity: named ? 0.12 : 0.2 }
        : undefined,
      markArea: i === 0 ? markArea(marked, colours) : undefined,
      markLine: i === 0 ? referenceLine(reference, colours, true, place) : undefined,
    };
    const rest = {
      ...drawn,
      lineStyle: { ...style, type: 'dashed' },
      data: answer.axis.map((_, a) => (a >= end - 1 ? value(a, line) : null)),
      endLabel,
      labelLayout: { moveOverlap: 'shiftY' },
    };
    const own = points(line);
    const alone = {
      ...drawn,
      showSymbol: true,
      lineStyle: { opacity: 0 },
      tooltip: { show: false },
      silent: true,
      z: 3,
      data: own,
    };
    return [
      whole,
      ...(unfinished ? [rest] : []),
      ...(own.some((point) => point !== null) ? [alone] : []),
    ];
  });
  const longest = Math.max(0, ...lines.map(({ name }) => name.length));
  const axis = (m: number) => ({
    type: 'value',
    splitNumber: 4,
    axisLabel: {
      color: colours.soft,
      fontSize: 11.5,
      formatter: (at: number) =>
        axisValue(at, measures[m]?.aggregate === 'SHARE' ? SHARE : answer.measures[m]?.format),
    },
  });
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    // names at the ends of lines would lie on the numbers of the right-hand axis
    legend: across
      ? namesAbove(
          colours,
          lines.map(({ name }) => name),
        )
      : undefined,
    grid: {
      left: 4,
      right: across ? 8 : named ? Math.min(140, 20 + longest * 6.5) : 24,
      top: across ? 30 : 10,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: {
      ...tooltip(
        colours,
        (a) => (labels[a] ?? '') + (answer.axis[a]?.partial ? say('view.notOverYet2') : ''),
        lines.map(({ name }) => name),
        named,
        (a, i) => {
          const line = lines[i];
          return line ? exact(value(a, line), line.measure) : '';
        },
        {
          behind: view.split || lines.length === 1 ? behind(drawing) : () => '',
          last: (a) =>
            partLine(parts, exact)(a) ??
            (view.split || lines.length === 1 ? null : rowsBehind(answer, a)),
        },
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
    yAxis: [
      {
        ...axis(0),
        scale,
        ...(range ?? reachingTo(reference, scale ? known : [0, ...known])),
        splitLine: { lineStyle: { color: colours.faint } },
      },
      ...(across
        ? [
            {
              ...axis(lines.find((line) => line.right)?.measure ?? 0),
              position: 'right',
              splitLine: { show: false },
            },
          ]
        : []),
    ],
    series: parts
      ? [
          ...series,
          {
            type: 'line',
            silent: true,
            animation: false,
            symbolSize: 0,
            itemStyle: { color: colours.series[0] },
            lineStyle: { width: 2, color: colours.series[0] },
            data: parts,
          },
        ]
      : series,
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
  const alone = answer.measures.length === 1;
  return averaged && alone && !range && !view.settings?.area && low > 0 && high - low < high * FLAT;
}

/** That the axis does not begin at 0; which measures are not drawn. */
export function linesNote(drawing: Drawing): string | null {
  const drawn = new Set(linesOf(drawing).map((line) => line.measure));
  const left = drawing.measures.filter((_, m) => !drawing.view.split && !drawn.has(m));
  const right = linesOf(drawing).filter((line) => line.right);
  const notes = [
    isScaled(drawing) ? say('view.theAxisDoesNotBegin') : null,
    right.length > 0
      ? say('view.readToTheRight', { names: right.map(({ name }) => name).join(', ') })
      : null,
    left.length > 0
      ? say('view.notDrawnForTheirUnit', { names: left.map(({ name }) => name).join(', ') })
      : null,
  ].filter((note) => note !== null);
  return notes.length === 0 ? null : notes.join(' ');
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
