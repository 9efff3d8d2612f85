import type { PageColumn } from '../../../../api/types';

const WIDTHS: Record<string, number> = {
  WHOLE: 96,
  DECIMAL: 110,
  DATE: 104,
  DATE_TIME: 150,
  YES_NO: 84,
  TAGS: 150,
};

const STYLED = 34; // more for days with their weekday or the whole name of their month

export const isNumber = (column: PageColumn): boolean =>
  column.type === 'WHOLE' || column.type === 'DECIMAL';

/** Pixels that a column takes at least. */
export function least(column: PageColumn): number {
  const styled = column.format?.kind === 'DATE' ? STYLED : 0;
  const fixed = styled + (WIDTHS[column.type] ?? (column.role === 'TEXT' ? 220 : 130));
  return Math.max(fixed, Math.min(170, 26 + column.label.length * 7.4));
}

export const widthOf = (column: PageColumn): string =>
  column.role === 'TEXT' && column.type === 'TEXT'
    ? `minmax(${least(column)}px, 2fr)`
    : `minmax(${least(column)}px, 1fr)`;
