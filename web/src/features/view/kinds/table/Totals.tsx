import type { GroupsAnswer, PageColumn, Shown, View } from '../../../../api/types';
import { measured } from '../../../../shared/format';
import { say } from '../../../../words';
import { cellClass } from './Headings';
import type { TableLayout } from './layout';
import viewCss from '../../view.module.css';

/** Totals below their columns, computed over all rows that are read; those of columns not shown stand in the first cell. */
export function Totals({
  view,
  measures,
  totals,
  columns,
  layout,
}: {
  readonly view: View;
  readonly measures: Shown['measures'];
  readonly totals: GroupsAnswer;
  readonly columns: readonly PageColumn[];
  readonly layout: TableLayout;
}) {
  const said = (m: number) => {
    const values = totals.measures[m];
    const aggregate = measures[m]?.aggregate ?? 'ROWS';
    const number = measured(
      values?.values[0] ?? null,
      aggregate,
      values?.type ?? null,
      values?.format,
    );
    return say('view.total', { aggregate, number });
  };
  /** Of a column that is not shown: nothing above it says what it is. */
  const named = (m: number) =>
    say('view.namedTotal', { name: measures[m]?.name ?? '', total: said(m) });
  const of = view.measures ?? [];
  const below = (name: string) => of.flatMap((measure, m) => (measure.column === name ? [m] : []));
  const others = of.flatMap((measure, m) =>
    columns.some(({ name }) => name === measure.column) ? [] : [m],
  );
  return (
    <div
      className={`${viewCss.tableRow} ${viewCss.tableTotals}`}
      role="row"
      style={{ gridTemplateColumns: layout.template, minWidth: layout.minWidth }}
    >
      {columns.map((column, i) => {
        const all = [...(i === 0 ? others : []), ...below(column.name)];
        return (
          <div
            key={column.name}
            role="cell"
            className={cellClass(column, layout.lefts[i])}
            style={{ left: layout.lefts[i] }}
            title={all.map(named).join(', ')}
          >
            {all.map((m) => (others.includes(m) ? named(m) : said(m))).join(' · ')}
          </div>
        );
      })}
    </div>
  );
}
