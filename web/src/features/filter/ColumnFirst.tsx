import type { Filter, OneOf, PageColumn, ValueCountsAnswer } from '../../api/types';
import { ValuesFilter, type ListProps } from './ValuesFilter';
import { say } from '../../words';
import filterCss from './filter.module.css';
import css from './ColumnFirst.module.css';

interface Props extends ListProps {
  /** Those that can be picked. */
  readonly columns: readonly PageColumn[];
  /** Values of the picked column; null until one is. */
  readonly answer: ValueCountsAnswer | null;
}

/** A column is picked first, then values of it. What is picked begins with the name of the column. */
export function ColumnFirst({ columns, answer, ...given }: Props) {
  const { column, label, active, onChange } = given;
  const none: OneOf = { kind: 'oneOf', column, values: [], blank: false, exclude: false };
  const set = active?.kind === 'oneOf' ? active : none;
  const [picked = ''] = set.values;
  const own: OneOf = { ...set, values: set.values.slice(1) };
  const change = (filter: Filter | null) => {
    const next = filter?.kind === 'oneOf' ? filter : none;
    onChange({ ...next, column, values: [picked, ...next.values] });
  };
  return (
    <>
      <div className={filterCss.filterHead}>
        <h3 className={filterCss.filterLabel}>{label}</h3>
      </div>
      <select
        className={`field ${css.columnPick}`}
        aria-label={say('filter.columnOf', { label })}
        value={picked}
        onChange={(event) =>
          onChange(event.target.value === '' ? null : { ...none, values: [event.target.value] })
        }
      >
        <option value="">{say('filter.noColumn')}</option>
        {columns.map((item) => (
          <option key={item.name} value={item.name}>
            {item.label}
          </option>
        ))}
      </select>
      {answer && picked !== '' && (
        <ValuesFilter
          {...given}
          key={picked}
          headless
          label={columns.find((item) => item.name === picked)?.label ?? label}
          active={own.values.length > 0 || own.blank ? own : null}
          answer={answer}
          onChange={change}
        />
      )}
    </>
  );
}
