import type { EChartsCoreOption } from 'echarts/core';
import type { GroupKey, PageColumn } from '../../../../api/types';
import { axisValue, cell, count, groupLabel, number } from '../../../../shared/format';
import { valueAt } from '../../cells';
import { FONT, namesAbove, safe, splitColour, tipBox } from '../../chartParts';
import { mixed } from '../../colours';
import type { Drawing } from '../face';
import { trendOf, within, type Spot } from './trend';
import { say } from '../../../../words';

const DOT = 6;
const LARGEST = 26; // pixels of the spot with the most rows
const LEAST = 0.25; // of the colour, so that few rows are told from none
const MAX_COLOURS = 8;

/** Whether every row has a dot of its own. */
const isWhole = ({ rows }: Drawing): boolean => rows !== null && rows.rowCount <= rows.rows.length;

/** A dot for each row, or where there are too many a spot for each field of bins, the larger and darker the more rows. */
export function rowDotsOption(drawing: Drawing): EChartsCoreOption {
  const { view, colours, columns } = drawing;
  const column = (name: string | undefined) => columns.find((item) => item.name === name);
  const across = column(view.across?.column);
  const up = column(view.by?.column);
  const spots = spotsOf(drawing);
  const trend = trendOf(spots);
  const xs = spots.map(({ x }) => x);
  const ys = spots.map(({ y }) => y);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  const axis = (of: PageColumn | undefined, gap: number) => ({
    type: 'value',
    scale: true,
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
    xAxis: axis(across, 24),
    yAxis: axis(up, 40),
    series: [
      ...(isWhole(drawing) ? dots(drawing, across, up) : [fields(drawing)]),
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

/** A series for each colour. */
function dots(drawing: Drawing, across: PageColumn | undefined, up: PageColumn | undefined) {
  const { view, rows, colours, columns } = drawing;
  const all = (rows?.rows ?? []).filter(([x, y]) => x != null && y != null);
  const named = view.columns.length > 0 ? (view.split ? 3 : 2) : null;
  const names = view.split
    ? [...new Set(all.map((row) => row[2] ?? ''))].sort().slice(0, MAX_COLOURS - 1)
    : [''];
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

const middle = (key: GroupKey): number => (Number(key.value) + Number(key.to ?? key.value)) / 2;

/** A spot in the middle of each field that has rows. */
function fields(drawing: Drawing) {
  const { view, answer, colours } = drawing;
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
        value: [middle(across), middle(up)],
        symbolSize: 4 + (LARGEST - 4) * share,
        itemStyle: { color: mixed(full, colours.paper, LEAST + (1 - LEAST) * share) },
      };
    }),
    tooltip: {
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const of = cells[dataIndex];
        return of
          ? [
              safe(groupLabel(of.across, view.across ?? null)),
              safe(groupLabel(of.up, view.by ?? null)),
              `<b>${say('view.rowsThere', { rows: of.rows })}</b>`,
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
  return answer.axis.flatMap((up, a) =>
    answer.splits.flatMap((across, s) =>
      up.value === null || across.value === null
        ? []
        : [{ x: middle(across), y: middle(up), rows: valueAt(answer, 0, a, s) ?? 0 }],
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
    isWhole(drawing) ? null : say('view.fieldsNotDots', { rows: count(drawn) }),
    answer.rowCount > drawn ? say('view.rowsWithoutOne', { rows: answer.rowCount - drawn }) : null,
    trend
      ? isWhole(drawing)
        ? say('view.trend', { correlation })
        : say('view.trendOfFields', { correlation })
      : null,
  ].filter((note) => note !== null);
  return notes.length === 0 ? null : notes.join(' ');
}
