import type { Selection, Sort, View } from '../../api/types';
import { isOfRows } from './kinds';

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

/** Where the selected rows of a table view, or the numbers of another view, are, as CSV or a workbook. */
export function downloadAddress(
  base: string,
  selection: Selection & { readonly choices: Record<string, string> },
  view: View,
  sort: readonly Sort[] | null = null,
  raw = false,
  form: 'csv' | 'xlsx' = 'csv',
  find = '',
): string {
  const { filters, marks, choices } = selection;
  const params = new URLSearchParams({
    view: view.id,
    selection: JSON.stringify({ filters, marks, choices }),
  });
  if (sort && sort.length > 0) params.set('sort', JSON.stringify(sort));
  if (find) params.set('find', find);
  if (raw) params.set('raw', 'true');
  return `${base}/${isOfRows(view) ? 'rows' : 'numbers'}.${form}?${params.toString()}`;
}
