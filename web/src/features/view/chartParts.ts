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

/** What stands beside the pointer: the group and its numbers. */
export function tooltip(
  colours: Palette,
  label: (axis: number) => string,
  splits: readonly string[],
  isSplit: boolean,
  value: (axis: number, split: number) => string,
) {
  const safe = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${String(c.charCodeAt(0))};`);
  return {
    trigger: 'axis',
    axisPointer: { type: 'none' },
    confine: true,
    transitionDuration: 0,
    backgroundColor: colours.paper,
    borderColor: colours.faint,
    textStyle: { color: colours.ink, fontSize: 12.5 },
    formatter: (items: { dataIndex: number }[]) => {
      const a = items[0]?.dataIndex ?? 0;
      const lines = splits.map((name, s) =>
        isSplit ? `${safe(name)}: <b>${value(a, s)}</b>` : `<b>${value(a, s)}</b>`,
      );
      return `${safe(label(a))}<br>${lines.join('<br>')}`;
    },
  };
}
