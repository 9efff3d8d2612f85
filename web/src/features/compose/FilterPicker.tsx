import { Select } from 'antd';
import type { FilterSpec, PageColumn } from '../../api/types';
import { isNumber, isTime } from './options';

const MOST_VALUES = 2000;

function specOf(column: PageColumn): FilterSpec {
  if (isNumber(column) && column.role !== 'CATEGORY') return { column: column.name, kind: 'RANGE' };
  if (isTime(column)) return { column: column.name, kind: 'DATES' };
  const many = column.type === 'TEXT' && column.distinct > MOST_VALUES;
  return { column: column.name, kind: many ? 'TEXT' : 'VALUES' };
}

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
      Filters{' '}
      <Select
        mode="multiple"
        size="small"
        aria-label="Columns that are filters"
        popupMatchSelectWidth={false}
        optionFilterProp="label"
        maxTagCount="responsive"
        value={filters.map((filter) => filter.column)}
        options={columns.map((column) => ({ value: column.name, label: column.label }))}
        onChange={(names: string[]) =>
          onChange(
            names.flatMap((name) => {
              const known = filters.find((filter) => filter.column === name);
              const column = columns.find((item) => item.name === name);
              return known ? [known] : column ? [specOf(column)] : [];
            }),
          )
        }
      />
    </label>
  );
}
