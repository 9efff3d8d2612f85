import type { EChartsCoreOption } from 'echarts/core';
import type { Filter, GroupKey, PageColumn, RowsAnswer } from '../../../../api/types';
import { axisValue, cell, count, groupLabel, number } from '../../../../shared/format';
import { valueAt } from '../../cells';
import { FONT, namesAbove, safe, splitColour, tipBox } from '../../chartParts';
import { mixed, type Palette } from '../../colours';
import { boxOf } from '../../marks';
import type { Ends } from '../../useZoom';
import type { Drawing } from '../face';
import { trendOf, within, type Spot } from './trend';
import { compareTexts, say } from '../../../../words';

const DOT = 6;
const LARGEST = 26; // pixels of the spot with the most rows
const LEAST = 0.25; // of the colour, so that few rows are told from none
const MAX_COLOURS = 8;

/** Whether every row has a dot of its own. */
export const isWhole = ({ rows }: Pick<Drawing, 'rows'>): boolean =>
  rows !== null && rows.rowCount <= rows.rows.length;

/** A dot for each row, or where there are too many a spot for each field of bins, the larger and darker the more rows. */
export function rowDotsOption(drawing: Drawing): EChartsCoreOption {
  const { view, colours } = drawing;
  const { across, up } = columnsOf(drawing);
  const spots = spotsOf(drawing);
  const trend = trendOf(spots);
  const xs = spots.map(({ x }) => x);
  const ys = spots.map(({ y }) => y);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  const marked = boxOf(
    drawing.mark,
    view.across && view.by ? { x: view.across.column, y: view.by.column } : null,
  );
  const axis = (of: PageColumn | undefined, gap: number, whole: Ends | undefined) => ({
    type: 'value',
    scale: true,
    min: whole?.[0],
    max: whole?.[1],
    name: of?.label ?? '',
    nameLocation: 'middle',
    nameGap: gap,
    nameTextStyle: { color: colours.soft, fontSize: 11.5 },
    splitNumber: 5,
    axisLabel: {
      color: colours.soft,
      fontSize: 11,
      hideOverlap: true,
      formatter: (value: number) => axisValue(value, of?.format),
    },
    splitLine: { lineStyle: { color: colours.faint } },
    axisLine: { lineStyle: { color: colours.faint } },
  });
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    legend: isWhole(drawing) && view.split ? namesAbove(colours) : undefined,
    grid: {
      left: 22,
      right: 24,
      top: isWhole(drawing) && view.split ? 30 : 14,
      bottom: 22,
      outerBoundsMode: 'same',
    },
    tooltip: { ...tipBox(colours), trigger: 'item' },
    xAxis: axis(across, 24, drawing.part?.whole.x),
    yAxis: axis(up, 40, drawing.part?.whole.y),
    series: [
      ...(isWhole(drawing) ? dots(drawing, across, up) : [fields(drawing)]),
      ...(marked ? [boxSeries(marked, colours)] : []),
      ...(trend
        ? [
            {
              type: 'line',
              silent: true,
              animation: false,
              showSymbol: false,
              tooltip: { show: false },
              lineStyle: { color: colours.ink, type: 'dashed', width: 1 },
              data: within(trend, low, high, Math.min(...ys), Math.max(...ys)),
            },
          ]
        : []),
    ],
  };
}

/** What is marked, behind the dots. */
const boxSeries = ({ x, y }: NonNullable<ReturnType<typeof boxOf>>, colours: Palette) => ({
  type: 'line',
  silent: true,
  data: [],
  markArea: {
    silent: true,
    itemStyle: { color: colours.behind, opacity: 0.5, borderColor: colours.accent, borderWidth: 1 },
    data: [[{ coord: [x[0], y[0]] }, { coord: [x[1], y[1]] }]],
  },
});

/** The rows that a colour stands for. */
export function nameOf({ view, rows }: Drawing, name: string): Filter | null {
  if (!view.split) return null;
  const names = namesOf(rows);
  const others = name === say('view.others') && !names.includes(name);
  const blank = name === say('view.blankGroup') && !names.includes(name);
  const values = (others ? names : blank ? [] : [name]).filter((value) => value !== '');
  return {
    kind: 'oneOf',
    column: view.split,
    values,
    blank: others ? names.includes('') : blank,
    exclude: others,
  };
}

/** Values that have colours of their own, blank as an empty text. */
const namesOf = (rows: RowsAnswer | null): string[] =>
  [...new Set(pairs(rows).map((row) => row[2] ?? ''))]
    .sort()
    .slice(0, MAX_COLOURS - 1)
    .sort(compareTexts);

/** Rows that have both numbers. */
const pairs = (rows: RowsAnswer | null) =>
  (rows?.rows ?? []).filter(([x, y]) => x != null && y != null);

/** A series for each colour. */
function dots(drawing: Drawing, across: PageColumn | undefined, up: PageColumn | undefined) {
  const { view, rows, colours, columns } = drawing;
  const all = pairs(rows);
  const named = view.columns.length > 0 ? (view.split ? 3 : 2) : null;
  const names = view.split ? namesOf(rows) : [''];
  const groupOf = (row: readonly (string | null)[]) =>
    !view.split ? '' : names.includes(row[2] ?? '') ? (row[2] ?? '') : null;
  const groups: (string | null)[] = all.some((row) => groupOf(row) === null)
    ? [...names, null]
    : names;
  const say1 = (of: PageColumn | undefined, value: string | null | undefined) =>
    of ? `${safe(of.label)}: <b>${safe(cell(value ?? null, of.type, of.format))}</b>` : '';
  return groups.map((group) => {
    const own = all.filter((row) => groupOf(row) === group);
    const colour =
      (view.split
        ? splitColour(view.split, group ?? '', names, colours, group === null)
        : colours.series[0]) ?? colours.ink;
    return {
      type: 'scatter',
      name: group === null ? say('view.others') : group === '' ? say('view.blankGroup') : group,
      symbolSize: DOT,
      animation: false,
      itemStyle: { color: colour, opacity: 0.65 },
      large: own.length > 1500,
      data: own.map(([x, y]) => [Number(x), Number(y)]),
      tooltip: {
        formatter: ({ dataIndex }: { dataIndex: number }) => {
          const row = own[dataIndex] ?? [];
          const split = columns.find(({ name }) => name === view.split);
          const label = columns.find(({ name }) => name === view.columns[0]);
          return [
            named !== null ? say1(label, row[named]) : '',
            say1(across, row[0]),
            say1(up, row[1]),
            view.split ? say1(split, row[2]) : '',
          ]
            .filter(Boolean)
            .join('<br>');
        },
      },
    };
  });
}

/** The middle of what a field can hold along one of its columns. */
function middle(key: GroupKey, of: PageColumn | undefined): number {
  const [from, to] = [Number(key.value), Number(key.to ?? key.value)];
  if (of?.type !== 'WHOLE') return (from + to) / 2;
  return (Math.ceil(from) + Math.max(Math.ceil(from), Math.ceil(to) - 1)) / 2;
}

/** The columns that go right and up. */
const columnsOf = ({ view, columns }: Drawing) => {
  const column = (name: string | undefined) => columns.find((item) => item.name === name);
  return { across: column(view.across?.column), up: column(view.by?.column) };
};

/** A spot in the middle of each field that has rows. */
function fields(drawing: Drawing) {
  const { view, answer, colours, columns } = drawing;
  const of = columnsOf(drawing);
  const full = colours.series[0] ?? colours.ink;
  const cells = answer.axis.flatMap((up, a) =>
    answer.splits.flatMap((across, s) => {
      const rows = valueAt(answer, 0, a, s) ?? 0;
      return rows === 0 || up.value === null || across.value === null ? [] : [{ up, across, rows }];
    }),
  );
  const most = Math.max(1, ...cells.map(({ rows }) => rows));
  return {
    type: 'scatter',
    animation: false,
    data: cells.map(({ up, across, rows }) => {
      const share = Math.sqrt(rows / most); // the area, not the width, stands for the number
      return {
        value: [middle(across, of.across), middle(up, of.up)],
        symbolSize: 4 + (LARGEST - 4) * share,
        itemStyle: { color: mixed(full, colours.paper, LEAST + (1 - LEAST) * share) },
      };
    }),
    tooltip: {
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const field = cells[dataIndex];
        return field
          ? [
              safe(groupLabel(field.across, view.across ?? null, columns)),
              safe(groupLabel(field.up, view.by ?? null, columns)),
              `<b>${say('view.rowsThere', { rows: field.rows })}</b>`,
            ].join('<br>')
          : '';
      },
    },
  };
}

function spotsOf(drawing: Drawing): Spot[] {
  const { answer, rows } = drawing;
  if (rows && isWhole(drawing)) {
    return rows.rows.flatMap(([x, y]) =>
      x == null || y == null ? [] : [{ x: Number(x), y: Number(y), rows: 1 }],
    );
  }
  const of = columnsOf(drawing);
  return answer.axis.flatMap((up, a) =>
    answer.splits.flatMap((across, s) =>
      up.value === null || across.value === null
        ? []
        : [
            {
              x: middle(across, of.across),
              y: middle(up, of.up),
              rows: valueAt(answer, 0, a, s) ?? 0,
            },
          ],
    ),
  );
}

/** How many rows lack a number, whether there are spots instead of dots, and how the two numbers go together. */
export function rowDotsNote(drawing: Drawing): string | null {
  const { answer } = drawing;
  const spots = spotsOf(drawing);
  const drawn = spots.reduce((sum, { rows }) => sum + rows, 0);
  const trend = trendOf(spots);
  const correlation = number(Math.round((trend?.correlation ?? 0) * 100) / 100);
  const notes = [
    drawing.part ? say('view.onlyThisPart') : null,
    isWhole(drawing)
      ? null
      : drawing.part
        ? say('view.finerFields', { rows: count(drawn) })
        : say('view.fieldsNotDots', { rows: count(drawn) }),
    answer.rowCount > drawn ? say('view.rowsWithoutOne', { rows: answer.rowCount - drawn }) : null,
    trend
      ? isWhole(drawing)
        ? say('view.trend', { correlation })
        : say('view.trendOfFields', { correlation })
      : null,
  ].filter((note) => note !== null);
  return notes.length === 0 ? null : notes.join(' ');
}
