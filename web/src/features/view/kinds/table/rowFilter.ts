import type { Filter, PageColumn, Simple } from '../../../../api/types';

/**
 * Place of the column whose value marks a row: the one that names it, else an identifier, else the first of
 * categories, and the first of all where there is none of these.
 */
export function markedBy(columns: readonly PageColumn[]): number {
  const named = columns.findIndex((column) => column.namesRows);
  if (named >= 0) return named;
  const telling = ['IDENTIFIER', 'CATEGORY'].map((role) =>
    columns.findIndex((column) => column.role === role && rowFilter(column, '0') !== null),
  );
  return telling.find((at) => at >= 0) ?? 0;
}

/** What a row is marked by: the value that names it. Null where a value cannot be told from others, such as of tags. */
export function rowFilter(column: PageColumn | undefined, plain: string | null): Simple | null {
  if (!column) return null;
  const { name } = column;
  switch (column.type) {
    case 'TEXT':
    case 'YES_NO':
      return {
        kind: 'oneOf',
        column: name,
        values: plain === null ? [] : [plain],
        blank: plain === null,
        exclude: false,
      };
    case 'WHOLE':
    case 'DECIMAL':
      return plain === null
        ? null
        : {
            kind: 'between',
            column: name,
            from: Number(plain),
            to: Number(plain),
            belowTo: false,
            blanks: false,
          };
    case 'DATE':
      return plain === null
        ? null
        : { kind: 'during', column: name, from: plain, to: plain, blanks: false };
    default:
      return null;
  }
}

/** Whether a mark of the table is on a row. */
export function isRowMarked(mark: Filter | null, filter: Simple | null): boolean {
  if (!mark || !filter) return false;
  if (mark.kind === 'oneOf' && filter.kind === 'oneOf')
    return (
      mark.column === filter.column &&
      (filter.blank ? mark.blank : filter.values.every((value) => mark.values.includes(value)))
    );
  return JSON.stringify(mark) === JSON.stringify(filter);
}
