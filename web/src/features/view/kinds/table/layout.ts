import type { PageColumn } from '../../../../api/types';
import { least, widthOf } from './columns';

/** How the columns of a table lie side by side. */
export interface TableLayout {
  /** Tracks of the grid that a row is. */
  readonly template: string;
  /** Pixels that a row takes at least. */
  readonly minWidth: number;
  /** Of a column that stays in sight how far from the left it does; nothing for others. */
  readonly lefts: readonly (number | undefined)[];
}

const NARROWEST = 50;
const STEP = 40;

/** @param pinned how many of the first columns stay in sight: their widths are fixed, the others share what is left */
export function layoutOf(
  columns: readonly PageColumn[],
  widths: Readonly<Record<string, number>>,
  pinned: number,
): TableLayout {
  const pixels = columns.map((column) => widths[column.name] ?? least(column));
  const behind = (place: number) => pixels.slice(0, place).reduce((sum, width) => sum + width, 0);
  return {
    template: columns
      .map((column, i) =>
        widths[column.name] !== undefined || (pinned > 1 && i < pinned)
          ? `${pixels[i]}px`
          : widthOf(column),
      )
      .join(' '),
    minWidth: behind(columns.length),
    lefts: columns.map((_, i) => (i < pinned ? behind(i) : undefined)),
  };
}

/** A width a step larger or smaller, by keyboard. */
export const resized = (width: number, larger: boolean): number =>
  Math.max(NARROWEST, width + (larger ? STEP : -STEP));

/** The first column, then those that stay in sight too, then the others, each in the order they had. */
export function inSightFirst(
  names: readonly string[],
  pins: readonly string[],
): { readonly names: readonly string[]; readonly pinned: number } {
  const first = names.slice(0, 1);
  const kept = names.slice(1).filter((name) => pins.includes(name));
  const others = names.slice(1).filter((name) => !pins.includes(name));
  return { names: [...first, ...kept, ...others], pinned: first.length + kept.length };
}
