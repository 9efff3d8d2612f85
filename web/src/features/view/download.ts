import type { View } from '../../api/types';
import type { ViewContext } from './context';
import { isOfRows } from './kinds';
import { wishOf, type TableWish } from './slices';

/** What a reader looks for in a table alone. */
function look(params: URLSearchParams, { find, filters }: TableWish) {
  if (find) params.set('find', find);
  if (filters.length > 0) params.set('headings', JSON.stringify(filters));
}

/** Where the rows behind a view, or behind what is marked in it, are. */
export function behindAddress(
  { base, state, data }: Pick<ViewContext, 'base' | 'state' | 'data'>,
  view: View,
  form: 'csv' | 'xlsx',
): string {
  const { filters, marks, choices } = state;
  const params = new URLSearchParams({
    view: view.id,
    selection: JSON.stringify({ filters, marks, choices }),
  });
  if (isOfRows(view)) look(params, wishOf(state, view.id, data.columns));
  return `${base}/behind.${form}?${params.toString()}`;
}

/** How a file is written. */
export type FileForm = 'csv' | 'xlsx' | 'ods' | 'jsonl';

/**
 * Where the selected rows of a table view, or the numbers of another view, are as a file.
 *
 * @param extra how CSV is written
 */
export function downloadAddress(
  context: Pick<ViewContext, 'base' | 'state' | 'data'>,
  view: View,
  form: FileForm = 'csv',
  extra: Readonly<Record<string, string>> = {},
): string {
  const { state, base, data } = context;
  const { filters, marks, choices } = state;
  const params = new URLSearchParams({
    view: view.id,
    selection: JSON.stringify({ filters, marks, choices }),
    ...extra,
  });
  const rows = isOfRows(view);
  if (rows) {
    const wish = wishOf(state, view.id, data.columns);
    if (wish.sort) params.set('sort', JSON.stringify(wish.sort));
    look(params, wish);
    const columns = state.columns[view.id];
    if (columns) params.set('columns', columns.join(','));
  }
  return `${base}/${rows ? 'rows' : 'numbers'}.${form}?${params.toString()}`;
}
