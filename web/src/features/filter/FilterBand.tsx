import { useState, type ReactNode } from 'react';
import type { Answer, Failure, Filter, FilterSpec, PageData, Selection } from '../../api/types';
import { dataOf, filterName } from '../../shared/datasets';
import { OneFilter } from './OneFilter';
import { RangeFilter } from './RangeFilter';
import { TextFilter } from './TextFilter';
import { ValuesFilter } from './ValuesFilter';
import './filter.css';
import { say } from '../../words';

interface Props {
  readonly data: PageData;
  readonly state: Selection;
  readonly answers: Readonly<Record<string, { answer: Answer | null; failure: Failure | null }>>;
  readonly finds: Record<string, string>;
  readonly onFilter: (column: string, filter: Filter | null) => void;
  /** While the ends of a filter are dragged. */
  readonly onDrag: (column: string, filter: Filter | null) => void;
  readonly onFind: (column: string, text: string) => void;
  readonly end?: ReactNode;
  /** Stands at the band's end. */
  readonly choices?: ReactNode;
}

/** The filters side by side, each a small chart of its column; folds away, and is a sheet on narrow screens. */
export function FilterBand(props: Props) {
  const { data, state, answers, finds, onFilter, onDrag, onFind, end, choices } = props;
  const [folded, setFolded] = useState(false);
  const [sheet, setSheet] = useState(false);
  if (data.app.filters.length === 0 && !choices) return <>{end}</>;
  const one = (spec: FilterSpec) => {
    const name = filterName(spec);
    const column = dataOf(data, spec.dataset).columns.find((item) => item.name === spec.column);
    const label = spec.title || (column?.label ?? spec.condition ?? say('filter.search'));
    const active =
      state.filters.find((filter) => filter.kind !== 'box' && filter.column === name) ?? null;
    const { answer, failure } = answers[name] ?? {};
    const common = {
      column: name,
      label,
      active,
      onChange: (filter: Filter | null) => onFilter(name, filter),
    };
    return (
      <section
        key={name}
        className={active ? 'filter in-use' : 'filter'}
        data-part={`filter:${name}`}
        aria-label={say('filter.filter', { label })}
        title={column?.description ?? undefined}
      >
        {failure ? (
          <>
            <h3 className="filter-label">{label}</h3>
            <p className="soft">{failure.detail}</p>
          </>
        ) : answer?.kind === 'valueCounts' && spec.kind === 'ONE' ? (
          <OneFilter {...common} answer={answer} />
        ) : answer?.kind === 'valueCounts' ? (
          <ValuesFilter
            {...common}
            answer={answer}
            tags={column?.type === 'TAGS'}
            find={finds[name] ?? ''}
            onFind={(text) => onFind(name, text)}
          />
        ) : answer?.kind === 'histogram' ? (
          <RangeFilter
            {...common}
            answer={answer}
            periods={data.periods}
            onDrag={(filter) => onDrag(name, filter)}
          />
        ) : spec.kind === 'TEXT' || spec.kind === 'SEARCH' ? (
          <TextFilter {...common} />
        ) : (
          <h3 className="filter-label">{label}</h3>
        )}
      </section>
    );
  };
  return (
    <>
      <div className="band-fold">
        <button
          type="button"
          className="word band-toggle"
          aria-expanded={!folded}
          onClick={() => setFolded(!folded)}
        >
          {folded ? say('filter.showFilters') : say('filter.foldFiltersAway')}
        </button>
        {end}
      </div>
      {(!folded || sheet) && (
        <div
          className={sheet ? 'band card sheet-open' : 'band card'}
          role="group"
          aria-label={say('filter.filters')}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setSheet(false);
          }}
        >
          <h2 className="sr-only">{say('filter.filters')}</h2>
          {data.app.filters.map(one)}
          {choices}
        </div>
      )}
      <button
        type="button"
        className="button primary sheet-button"
        aria-expanded={sheet}
        onClick={() => setSheet(!sheet)}
      >
        {sheet
          ? say('filter.showThePage')
          : say('filter.filtersInUse', {
              filters: state.filters.length,
            })}
      </button>
    </>
  );
}
