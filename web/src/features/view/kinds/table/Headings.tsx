import { useState } from 'react';
import type { PageColumn, Sort } from '../../../../api/types';
import { headingFilter } from '../../headingFilter';
import { isNumber, least } from './columns';
import type { TableLayout } from './layout';
import { say } from '../../../../words';
import css from './Headings.module.css';
import viewCss from '../../view.module.css';

interface Props {
  readonly columns: readonly PageColumn[];
  readonly layout: TableLayout;
  readonly sorts: readonly Sort[];
  /** What is typed under each heading; null where no filters stand there. */
  readonly typed: Readonly<Record<string, string>> | null;
  readonly onSort: (column: PageColumn, too: boolean) => void;
  readonly onType: (column: string, text: string) => void;
  /** @param done whether the edge was let go */
  readonly onWiden: (column: string, width: number, done: boolean) => void;
}

/** The headings of a table: a press sorts, an edge widens, a field below filters. */
export function Headings({ columns, layout, sorts, typed, onSort, onType, onWiden }: Props) {
  const { template, lefts } = layout;
  return (
    <div className={css.tableHeads}>
      <div
        className={`${viewCss.tableRow} ${viewCss.tableHead}`}
        role="row"
        style={{ gridTemplateColumns: template }}
      >
        {columns.map((column, i) => {
          const place = sorts.findIndex((sort) => sort.column === column.name);
          const on = sorts[place];
          return (
            <div
              key={column.name}
              role="columnheader"
              className={cellClass(column, lefts[i])}
              style={{ left: lefts[i] }}
              aria-sort={on ? (on.descending ? 'descending' : 'ascending') : 'none'}
            >
              <button
                type="button"
                title={column.description ?? say('view.sortBy', { label: column.label })}
                onClick={(event) => onSort(column, event.shiftKey)}
              >
                {column.label}
                {on && (
                  <span aria-hidden="true">
                    {on.descending ? ' ↓' : ' ↑'}
                    {sorts.length > 1 && place + 1}
                  </span>
                )}
              </button>
              <span
                className={css.widen}
                aria-hidden="true"
                onPointerDown={(event) => widened(event, column, onWiden)}
              />
            </div>
          );
        })}
      </div>
      {typed && (
        <div
          className={`${viewCss.tableRow} ${viewCss.tableHeadFilters}`}
          role="row"
          style={{ gridTemplateColumns: template }}
        >
          {columns.map((column, i) => (
            <div
              key={column.name}
              role="columnheader"
              className={cellClass(column, lefts[i])}
              style={{ left: lefts[i] }}
            >
              <HeadingFilter
                key={typed[column.name] ?? ''}
                column={column}
                text={typed[column.name] ?? ''}
                onDone={(text) => onType(column.name, text)}
              />
            </div>
          ))}
        </div>
      )}
    </div>
  );
}

/** @param left of a column that stays in sight */
export const cellClass = (column: PageColumn, left: number | undefined): string =>
  `${isNumber(column) ? viewCss.number : ''}${left === undefined ? '' : ` ${viewCss.pinned}`}`.trim();

function widened(
  event: React.PointerEvent<HTMLElement>,
  column: PageColumn,
  onWiden: Props['onWiden'],
) {
  event.preventDefault();
  const edge = event.currentTarget;
  const begun = edge.parentElement?.getBoundingClientRect().width ?? least(column);
  const start = event.clientX;
  edge.setPointerCapture(event.pointerId);
  let width = begun;
  const move = (moved: PointerEvent) => {
    width = Math.round(Math.max(50, begun + moved.clientX - start));
    onWiden(column.name, width, false);
  };
  const up = () => {
    if (width !== begun) onWiden(column.name, width, true);
    edge.removeEventListener('pointermove', move);
    edge.removeEventListener('pointerup', up);
    edge.removeEventListener('pointercancel', up);
  };
  edge.addEventListener('pointermove', move);
  edge.addEventListener('pointerup', up);
  edge.addEventListener('pointercancel', up);
}

function HeadingFilter({
  column,
  text,
  onDone,
}: {
  readonly column: PageColumn;
  readonly text: string;
  readonly onDone: (text: string) => void;
}) {
  const [typed, setTyped] = useState(text);
  const wrong = headingFilter(column, typed) === undefined;
  const done = () => {
    if (!wrong && typed.trim() !== text) onDone(typed.trim());
  };
  const hint =
    isNumber(column) || column.type === 'DATE' || column.type === 'DATE_TIME'
      ? say('view.fromTo')
      : column.type === 'YES_NO'
        ? say('view.yesOrNo')
        : say('view.containsText');
  return (
    <input
      className="field"
      aria-label={say('view.filterUnder', { label: column.label })}
      aria-invalid={wrong}
      title={wrong ? say('view.writeItAs', { hint }) : undefined}
      placeholder={hint}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') done();
      }}
    />
  );
}
