import type { View } from '../../api/types';
import { number } from '../../shared/format';
import { say } from '../../words';
import { colourIndex, type Palette } from './colours';

export const FONT = 'Source Sans 3 Variable, Liberation Sans, sans-serif';

/** The colour of a value that splits a view: the same wherever its column splits. */
export function splitColour(
  column: string,
  name: string,
  all: readonly string[],
  colours: Palette,
  other: boolean,
): string | undefined {
  return other ? colours.straw : colours.series[colourIndex(column, name, all)];
}

/** Text that may stand in a hover's markup. */
export const safe = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => `&#${String(c.charCodeAt(0))};`);

/** How every hover looks. */
export const tipBox = (colours: Palette) => ({
  confine: true,
  transitionDuration: 0,
  backgroundColor: colours.paper,
  borderColor: colours.faint,
  textStyle: { color: colours.ink, fontSize: 12.5 },
});

/** What stands beside the pointer: the group and its numbers. */
export function tooltip(
  colours: Palette,
  label: (axis: number) => string,
  splits: readonly string[],
  isSplit: boolean,
  value: (axis: number, split: number) => string,
  more: (axis: number) => string | null = () => null,
) {
  return {
    ...tipBox(colours),
    trigger: 'axis',
    axisPointer: { type: 'none' },
    formatter: (items: { dataIndex: number }[]) => {
      const a = items[0]?.dataIndex ?? 0;
      const lines = splits.map((name, s) =>
        isSplit ? `${safe(name)}: <b>${value(a, s)}</b>` : `<b>${value(a, s)}</b>`,
      );
      const last = more(a);
      return [safe(label(a)), ...lines, ...(last ? [safe(last)] : [])].join('<br>');
    },
  };
}

/** What of a group is marked, as a line of its hover; none where nothing stands out. */
export const partLine =
  (
    parts: readonly (number | null)[] | null,
    format: (value: number | null) => string,
  ): ((axis: number) => string | null) =>
  (axis) =>
    parts && say('view.marked', { part: format(parts[axis] ?? null) });

/** The names of what is drawn, above a chart. */
export const namesAbove = (colours: Palette, names?: readonly string[]) => ({
  type: 'scroll',
  top: 0,
  left: 0,
  itemWidth: 10,
  itemHeight: 10,
  textStyle: { color: colours.ink, fontSize: 11.5 },
  selectedMode: false,
  ...(names ? { data: names } : {}),
});

/** Room for the names of groups beside lying bars: a third of the chart, at most what long names need. */
export const labelWidth = (width: number): number => Math.max(70, Math.min(170, width * 0.32));

/**
 * Ends of an axis of lines that reach to a view's reference line where it lies outside the values: it would else be left
 * out in silence. Nothing where it lies among them.
 */
export function reachingTo(view: View, values: readonly (number | null)[]) {
  const reference = view.settings?.reference;
  const known = values.filter((value) => value !== null);
  if (!reference || known.length === 0) return {};
  const value = Number(reference.value);
  if (value > Math.max(...known)) return { max: value };
  return value < Math.min(...known) ? { min: value } : {};
}

/** The line that a view's numbers are seen against, with what it is. */
export function referenceLine(view: View, colours: Palette, flat: boolean) {
  const reference = view.settings?.reference;
  if (!reference) return undefined;
  const label = [reference.label, number(Number(reference.value))].filter(Boolean).join(' ');
  return {
    silent: true,
    symbol: 'none',
    lineStyle: { color: colours.ink, type: 'dashed', width: 1 },
    label: {
      formatter: label,
      color: colours.ink,
      fontSize: 11,
      position: flat ? 'insideEndTop' : 'end',
    },
    data: [flat ? { yAxis: Number(reference.value) } : { xAxis: Number(reference.value) }],
  };
}

/** An axis of groups that follow each other downwards, their names to the left. */
export const namesDown = (labels: readonly string[], colours: Palette, width: number) => ({
  type: 'category',
  inverse: true,
  data: labels,
  axisLine: { show: false },
  axisTick: { show: false },
  axisLabel: {
    color: colours.ink,
    fontSize: 11.5,
    width: labelWidth(width),
    overflow: 'truncate',
    hideOverlap: true,
  },
});
