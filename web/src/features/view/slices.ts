import type { Between, Filter, PageColumn, PageQuestion, Sort, View } from '../../api/types';
import { headingFilter } from './headingFilter';
import { say } from '../../words';

/** What a reader says of tables, each by the id of its view. */
export interface TableState {
  /** How the rows follow each other. */
  readonly sorts: Record<string, readonly Sort[]>;
  /** A text that rows must hold. */
  readonly looks: Record<string, string>;
  /** What is typed under headings, by the name of the column. */
  readonly headings: Record<string, Readonly<Record<string, string>>>;
  /** The columns shown, in their order; all of the table where there are none. */
  readonly columns: Record<string, readonly string[]>;
  /** The columns that stay in sight beside the first. */
  readonly pins: Record<string, readonly string[]>;
  /** How wide columns were made, in pixels by their names. */
  readonly widths: Record<string, Readonly<Record<string, number>>>;
}

/** What a reader changes of a table; what is not given stays. */
export interface TablePart {
  readonly look?: string;
  readonly headings?: Readonly<Record<string, string>>;
  readonly columns?: readonly string[];
  readonly pins?: readonly string[];
  readonly widths?: Readonly<Record<string, number>>;
}

/** Of a table, without the place of its rows. */
export interface TableWish {
  readonly sort: Sort[] | null;
  readonly find: string | null;
  readonly filters: Filter[];
}

/** What is asked of a table besides the page's selection. */
export function wishOf(state: TableState, view: string, columns: readonly PageColumn[]): TableWish {
  const sort = state.sorts[view] ?? [];
  const filters = Object.entries(state.headings[view] ?? {}).flatMap(([name, typed]) => {
    const column = columns.find((one) => one.name === name);
    const filter = column && headingFilter(column, typed);
    return filter ? [filter] : [];
  });
  return { sort: sort.length > 0 ? [...sort] : null, find: state.looks[view] ?? null, filters };
}

const FIRST_ROWS = 50;

/** By the id of a view what keeps the rows that are looked at closer in it. */
export type Closer = Readonly<Record<string, readonly Between[]>>;

/** With a view looked at closer, or whole again where there are no filters. */
export function withCloser(
  closer: Closer,
  view: string,
  filters: readonly Between[] | null,
): Closer {
  if (filters) return { ...closer, [view]: filters };
  return view in closer
    ? Object.fromEntries(Object.entries(closer).filter(([id]) => id !== view))
    : closer;
}

/** What is asked of all tables of a page, and of what is looked at closer. */
export function slicesOf(
  state: TableState,
  views: readonly View[],
  columnsOf: (view: View) => readonly PageColumn[],
  closer: Closer = {},
): NonNullable<PageQuestion['tables']> {
  const slices: NonNullable<PageQuestion['tables']> = {};
  for (const view of views) {
    const wish = wishOf(state, view.id, columnsOf(view));
    if (wish.sort || wish.find || wish.filters.length > 0)
      slices[view.id] = { offset: 0, limit: FIRST_ROWS, ...wish };
    const part = closer[view.id];
    if (part)
      slices[view.id] = {
        offset: 0,
        limit: FIRST_ROWS,
        sort: null,
        find: null,
        filters: [...part],
      };
  }
  return slices;
}

/** What a reader looks for in a table alone, as it was typed; null for nothing. */
export function lookedFor(
  state: TableState,
  view: View,
  columns: readonly PageColumn[],
): string | null {
  const find = state.looks[view.id];
  const typed = Object.entries(state.headings[view.id] ?? {}).flatMap(([name, text]) => {
    const column = columns.find((one) => one.name === name);
    return column ? [say('view.headingHolds', { label: column.label, text })] : [];
  });
  const all = [...(find ? [say('view.someColumnHolds', { text: find })] : []), ...typed];
  return all.length === 0 ? null : all.join(', ');
}
