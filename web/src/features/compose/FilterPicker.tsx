import { Select } from 'antd';
import type { FilterSpec, PageColumn } from '../../api/types';
import { say } from '../../words';

/** Which columns are filters, in the order picked. */
export function FilterPicker({
  filters,
  columns,
  onChange,
}: {
  readonly filters: readonly FilterSpec[];
  readonly columns: readonly PageColumn[];
  readonly onChange: (filters: FilterSpec[]) => void;
}) {
  return (
    <label className="filter-picker soft">
      {say('compose.filters')}{' '}
      <Select
        mode="multiple"
        size="small"
        aria-label={say('compose.columnsThatAreFilters')}
        popupMatchSelectWidth={false}
        optionFilterProp="label"
        maxTagCount="responsive"
        value={filters.map((filter) => filter.column)}
        options={columns.map((column) => ({ value: column.name, label: column.label }))}
        onChange={(names: string[]) =>
          onChange(
            names.flatMap((name) => {
              const known = filters.find((filter) => filter.column === name);
              const kind = columns.find((item) => item.name === name)?.filters[0];
              return known ? [known] : kind ? [{ column: name, kind }] : [];
            }),
          )
        }
      />
    </label>
  );
}
