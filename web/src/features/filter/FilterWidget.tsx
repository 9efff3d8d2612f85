import type { ComponentType } from 'react';
import type { Answer, Failure, Filter, FilterSpec, PageData, Selection } from '../../api/types';
import { dataOf, filterName, isSimple } from '../../shared/datasets';
import { ColumnFirst } from './ColumnFirst';
import { OneFilter } from './OneFilter';
import { RangeFilter } from './RangeFilter';
import { TextFilter } from './TextFilter';
import { ValuesFilter, type ListProps } from './ValuesFilter';
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
  const Widget = WIDGETS[spec.kind];
  return (
    <Widget
      spec={spec}
      columns={columns}
      answer={answer ?? null}
      periods={data.periods}
      common={common}
      list={list}
      onDrag={(filter) => onDrag(name, filter)}
    />
  );
}

interface WidgetProps {
  readonly spec: FilterSpec;
  readonly columns: PageData['columns'];
  readonly answer: Answer | null;
  readonly periods: PageData['periods'];
  readonly common: {
    readonly column: string;
    readonly label: string;
    readonly active: Filter | null;
    readonly onChange: (filter: Filter | null) => void;
  };
  readonly list: Omit<ListProps, 'column' | 'label' | 'active' | 'onChange'>;
  readonly onDrag: (filter: Filter | null) => void;
}

/** Until its answer is there, its name alone. */
const Waiting = ({ label }: { readonly label: string }) => (
  <h3 className={filterCss.filterLabel}>{label}</h3>
);

const Values = ({ answer, common, list }: WidgetProps) =>
  answer?.kind === 'valueCounts' ? (
    <ValuesFilter {...common} {...list} answer={answer} />
  ) : (
    <Waiting label={common.label} />
  );

const One = ({ answer, common, list }: WidgetProps) =>
  answer?.kind === 'valueCounts' ? (
    <OneFilter {...common} answer={answer} inSight={list.inSight} />
  ) : (
    <Waiting label={common.label} />
  );

const Span = ({ answer, common, periods, onDrag }: WidgetProps) =>
  answer?.kind === 'histogram' ? (
    <RangeFilter {...common} answer={answer} periods={periods} onDrag={onDrag} />
  ) : (
    <Waiting label={common.label} />
  );

const Written = ({ common }: WidgetProps) => <TextFilter {...common} />;

const First = ({ spec, columns, answer, common, list }: WidgetProps) => (
  <ColumnFirst
    {...common}
    {...list}
    columns={columns.filter((item) => (spec.columns ?? []).includes(item.name))}
    answer={answer?.kind === 'valueCounts' ? answer : null}
  />
);

/** The control of each kind of filter: the one list of all. */
const WIDGETS: Record<FilterSpec['kind'], ComponentType<WidgetProps>> = {
  VALUES: Values,
  ONE: One,
  RANGE: Span,
  DATES: Span,
  TEXT: Written,
  SEARCH: Written,
  CONDITION: Values,
  COLUMN_FIRST: First,
};

/** What a filter is called. */
export const labelOf = (spec: FilterSpec, data: PageData): string =>
  spec.title ||
  (dataOf(data, spec.dataset).columns.find((item) => item.name === spec.column)?.label ??
    spec.condition ??
    (spec.kind === 'COLUMN_FIRST' ? say('filter.pickAColumn') : say('filter.search')));
