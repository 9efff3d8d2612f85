import { useState, type ReactNode } from 'react';
import type { FilterSpec } from '../../api/types';
import { dataOf, filterName, isSimple } from '../../shared/datasets';
import { FilterWidget, labelOf, type FilterProps } from './FilterWidget';
import { say } from '../../words';
import filterCss from './filter.module.css';
import css from './FilterBand.module.css';

interface Props extends FilterProps {
  readonly end?: ReactNode;
  /** Stands at the band's end. */
  readonly choices?: ReactNode;
}

/** The filters side by side, each a small chart of its column; folds away, and is a sheet on narrow screens. */
export function FilterBand(props: Props) {
  const { data, state, end, choices } = props;
  const [folded, setFolded] = useState(false);
  const [sheet, setSheet] = useState(false);
  if (data.app.filters.length === 0 && !choices) return <>{end}</>;
  const one = (spec: FilterSpec) => {
    const name = filterName(spec);
    const column = dataOf(data, spec.dataset).columns.find((item) => item.name === spec.column);
    const inUse = state.filters.some((filter) => isSimple(filter) && filter.column === name);
    return (
      <section
        key={name}
        className={inUse ? `${filterCss.filter} ${filterCss.inUse}` : filterCss.filter}
        data-part={`filter:${name}`}
        aria-label={say('filter.filter', { label: labelOf(spec, data) })}
        title={column?.description ?? undefined}
      >
        <FilterWidget {...props} spec={spec} />
      </section>
    );
  };
  return (
    <>
      <div className={css.bandFold}>
        <button
          type="button"
          className={`word ${css.bandToggle}`}
          aria-expanded={!folded}
          onClick={() => setFolded(!folded)}
        >
          {folded ? say('filter.showFilters') : say('filter.foldFiltersAway')}
        </button>
        {end}
      </div>
      {(!folded || sheet) && (
        <div
          className={sheet ? `${css.band} card ${css.sheetOpen}` : `${css.band} card`}
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
        className={`button primary ${css.sheetButton}`}
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
