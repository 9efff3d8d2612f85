import type { Answer, Failure, Filter, FilterSpec, PageData, Selection } from '../../api/types';
import { dataOf, filterName, isSimple } from '../../shared/datasets';
import { ColumnFirst } from './ColumnFirst';
import { OneFilter } from './OneFilter';
import { RangeFilter } from './RangeFilter';
import { TextFilter } from './TextFilter';
import { ValuesFilter } from './ValuesFilter';
import { say } from '../../words';
import filterCss from './filter.module.css';

/** What a filter is given to show and to tell. */
export interface FilterProps {
  readonly data: PageData;
  readonly state: Selection;
  readonly answers: Readonly<Record<string, { answer: Answer | null; failure: Failure | null }>>;
  readonly finds: Record<string, string>;
  readonly onFilter: (column: string, filter: Filter | null) => void;
  /** While the ends of a filter are dragged. */
  readonly onDrag: (column: string, filter: Filter | null) => void;
  readonly onFind: (column: string, text: string) => void;
  /** Whether all values of a filter are wanted, and not the first alone. */
  readonly onWhole: (column: string, whole: boolean) => void;
}

/** A filter as its author wants it picked. */
export function FilterWidget({ spec, ...given }: FilterProps & { readonly spec: FilterSpec }) {
  const { data, state, answers, finds, onFilter, onDrag, onFind, onWhole } = given;
  const name = filterName(spec);
  const { columns } = dataOf(data, spec.dataset);
  const column = columns.find((item) => item.name === spec.column);
  const label = labelOf(spec, data);
  const active = state.filters.find((filter) => isSimple(filter) && filter.column === name) ?? null;
  const { answer, failure } = answers[name] ?? {};
  const common = {
    column: name,
    label,
    active,
    onChange: (filter: Filter | null) => onFilter(name, filter),
  };
  const list = {
    tags: column?.type === 'TAGS',
    inSight: spec.open ?? false,
    find: finds[name] ?? '',
    onFind: (text: string) => onFind(name, text),
    onWhole: (whole: boolean) => onWhole(name, whole),
  };
  if (failure)
    return (
      <>
        <h3 className={filterCss.filterLabel}>{label}</h3>
        <p className="soft">{failure.detail}</p>
      </>
    );
  if (spec.kind === 'COLUMN_FIRST')
    return (
      <ColumnFirst
        {...common}
        {...list}
        columns={columns.filter((item) => (spec.columns ?? []).includes(item.name))}
        answer={answer?.kind === 'valueCounts' ? answer : null}
      />
    );
  if (answer?.kind === 'valueCounts' && spec.kind === 'ONE')
    return <OneFilter {...common} answer={answer} inSight={list.inSight} />;
  if (answer?.kind === 'valueCounts') return <ValuesFilter {...common} {...list} answer={answer} />;
  if (answer?.kind === 'histogram')
    return (
      <RangeFilter
        {...common}
        answer={answer}
        periods={data.periods}
        onDrag={(filter) => onDrag(name, filter)}
      />
    );
  return spec.kind === 'TEXT' || spec.kind === 'SEARCH' ? (
    <TextFilter {...common} />
  ) : (
    <h3 className={filterCss.filterLabel}>{label}</h3>
  );
}

/** What a filter is called. */
export const labelOf = (spec: FilterSpec, data: PageData): string =>
  spec.title ||
  (dataOf(data, spec.dataset).columns.find((item) => item.name === spec.column)?.label ??
    spec.condition ??
    (spec.kind === 'COLUMN_FIRST' ? say('filter.pickAColumn') : say('filter.search')));
