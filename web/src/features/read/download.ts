import type { Selection } from '../../api/types';

/** Where the selected rows are as CSV; of a table when `view` says which. */
export function downloadAddress(base: string, selection: Selection, view: string | null): string {
  const { filters, marks } = selection;
  const params = new URLSearchParams({ selection: JSON.stringify({ filters, marks }) });
  if (view) params.set('view', view);
  return `${base}/rows.csv?${params.toString()}`;
}
