import type { Selection, View } from '../../api/types';
import type { ViewContext } from './context';
import { isOfRows } from './kinds';
import { wishOf } from './slices';

/** Where the rows behind a view, or behind what is marked in it, are. */
export function behindAddress(
  base: string,
  selection: Selection & { readonly choices: Record<string, string> },
  view: View,
  form: 'csv' | 'xlsx',
): string {
  const { filters, marks, choices } = selection;
  const params = new URLSearchParams({
    view: view.id,
    selection: JSON.stringify({ filters, marks, choices }),
  });
  return `${base}/behind.${form}?${params.toString()}`;
}

/** How a file is written. */
export type FileForm = 'csv' | 'xlsx' | 'jsonl';

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
    if (wish.find) params.set('find', wish.find);
    if (wish.filters.length > 0) params.set('headings', JSON.stringify(wish.filters));
    const columns = state.columns[view.id];
    if (columns) params.set('columns', columns.join(','));
  }
  return `${base}/${rows ? 'rows' : 'numbers'}.${form}?${params.toString()}`;
}
