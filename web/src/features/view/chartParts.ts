import { say } from '../../words';
import type { Behind } from './behind';
import { colourIndex, type Palette } from './colours';

/** In quotes: a name with a number in it is none without them, and texts would be measured in another font. */
export const FONT = "'Source Sans 3 Variable', 'Liberation Sans', sans-serif";

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

/** What hovers are found by. */
export const TIP = 'chart-tip';

/** How every hover looks. */
export const tipBox = (colours: Palette) => ({
  className: TIP,
  confine: true,
  transitionDuration: 0,
  appendTo: (chart: HTMLElement) => chart, // else each drawing asks for its style, which lays the page out
  backgroundColor: colours.paper,
  borderColor: colours.faint,
  textStyle: { color: colours.ink, fontSize: 12.5 },
});

/** A hover of one number: what it is of, the number, what stands behind it. */
export const tip = (
  colours: Palette,
  name: string,
  value: string,
  behind: readonly string[],
): string => {
  const more = behind.filter(Boolean).map(safe).join(', ');
  return `${safe(name)}<br><b>${safe(value)}</b>${more ? `<br><span style="color:${colours.soft}">${more}</span>` : ''}`;
};

/** What stands beside the pointer: the group and its numbers. */
export function tooltip(
  colours: Palette,
  label: (axis: number) => string,
  splits: readonly string[],
  isSplit: boolean,
  value: (axis: number, split: number) => string,
  more: {
    /** Stands behind each number where groups are split, else below it. */
    readonly behind: Behind;
    readonly last?: (axis: number) => string | null;
  },
) {
  const soft = (text: string) =>
    text === '' ? '' : `<span style="color:${colours.soft}">${safe(text)}</span>`;
  return {
    ...tipBox(colours),
    trigger: 'axis',
    axisPointer: { type: 'none' },
    formatter: (items: { dataIndex: number }[]) => {
      const a = items[0]?.dataIndex ?? 0;
      const lines = splits.map((name, s) =>
        isSplit
          ? `${safe(name)}: <b>${value(a, s)}</b> ${soft(more.behind(a, s))}`
          : [`<b>${value(a, s)}</b>`, soft(more.behind(a))].filter(Boolean).join('<br>'),
      );
      const last = more.last?.(a);
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

/** The names of what is drawn, above a chart; where they are of groups, they can be pressed. */
export const namesAbove = (colours: Palette, names?: readonly string[]) => ({
  type: 'scroll',
  top: 0,
  left: 0,
  itemWidth: 10,
  itemHeight: 10,
  textStyle: { color: colours.ink, fontSize: 11.5 },
  selectedMode: !names, // a press marks: what is drawn stays, see onNames
  ...(names ? { data: names } : {}),
});

/** Room for the names of groups beside lying bars: a third of the chart, at most what long names need. */
export const labelWidth = (width: number): number => Math.max(70, Math.min(170, width * 0.32));

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
