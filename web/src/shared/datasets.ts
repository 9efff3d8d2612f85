import type { Filter, FilterSpec, PageData, Simple } from '../api/types';

/** Whether a filter is on a single column. */
export const isSimple = (filter: Filter): filter is Simple => filter.kind !== 'both';

/** What selections and addresses call a filter: its column, behind the name of its dataset where that is not the first. */
export const filterName = (spec: Pick<FilterSpec, 'column' | 'dataset'>): string =>
  spec.dataset ? `${spec.dataset}:${spec.column}` : spec.column;

/** A page as far as it shows one of its datasets: that one's columns and what they measure. */
export function dataOf(data: PageData, dataset: string | null | undefined): PageData {
  if (!dataset) return data;
  const further = data.datasets.find((item) => item.name === dataset);
  const none = {
    columns: [],
    coordinates: null,
    measures: [],
    kinds: [],
    data: data.data,
    noun: '',
  };
  const { columns, coordinates, measures, kinds, noun, data: behind } = further ?? none; // none until it is saved
  return {
    ...data,
    columns,
    coordinates,
    measures,
    kinds,
    data: behind,
    app: { ...data.app, noun },
  };
}

/** Whether a filter is on a column of a dataset. */
export const isOf = (spec: FilterSpec, column: string, dataset: string | null): boolean =>
  spec.column === column && (spec.dataset ?? null) === dataset;
