import { Select } from 'antd';
import type { FilterSpec, PageData } from '../../api/types';
import { dataOf, filterName } from '../../shared/datasets';
import { labelOf } from '../filter';
import { say } from '../../words';
import css from './FilterPicker.module.css';

/** Which columns are filters, in the order picked. */
export function FilterPicker({
  filters,
  page,
  onChange,
}: {
  readonly filters: readonly FilterSpec[];
  readonly page: PageData;
  readonly onChange: (filters: FilterSpec[]) => void;
}) {
  const further = page.app.datasets ?? [];
  const all = [null, ...further.map((item) => item.name)].flatMap((dataset) =>
    dataOf(page, dataset).columns.map((column) => ({
      value: filterName({ column: column.name, dataset }),
      label: dataset
        ? say('compose.columnOf', { label: column.label, noun: dataOf(page, dataset).app.noun })
        : column.label,
      dataset,
      column,
    })),
  );
  const others = filters
    .filter((spec) => !all.some((item) => item.value === filterName(spec)))
    .map((spec) => ({
      value: filterName(spec),
      label: labelOf(spec, page),
    }));
  // what follows another filter is no filter of its own
  const follows = new Set(
    filters.flatMap((spec) =>
      (spec.also ?? []).map(({ column, dataset }) => filterName({ column, dataset })),
    ),
  );
  return (
    <label className={`${css.filterPicker} soft`} data-picker>
      {say('compose.filters')}{' '}
      <Select
        mode="multiple"
        size="small"
        aria-label={say('compose.columnsThatAreFilters')}
        popupMatchSelectWidth={false}
        optionFilterProp="label"
        maxTagCount="responsive"
        value={filters.map(filterName)}
        options={all
          .filter(({ value }) => !follows.has(value))
          .map(({ value, label }) => ({ value, label }))
          .concat(others)}
        onChange={(names: string[]) =>
          onChange(
            names.flatMap((name) => {
              const known = filters.find((filter) => filterName(filter) === name);
              const picked = all.find((item) => item.value === name);
              const kind = picked?.column.filters[0];
              return known
                ? [known]
                : picked && kind
                  ? [{ column: picked.column.name, kind, dataset: picked.dataset }]
                  : [];
            }),
          )
        }
      />
    </label>
  );
}
