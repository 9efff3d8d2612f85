import type { GroupsAnswer } from '../../../../api/types';
import { count, groupLabel, measured } from '../../../../shared/format';
import { valueAt } from '../../cells';
import { GroupButton } from '../../GroupButton';
import type { GroupsProps } from '../face';
import { say } from '../../../../words';
import viewCss from '../../view.module.css';

const MAX_ROWS = 600;

interface Row {
  /** Places along the axis, among the splits and the panels; null for all of them together. */
  readonly places: readonly (number | null)[];
  readonly values: readonly (number | null)[];
}

/** A row for each group or combination of groups, subtotals of each first group, the total at the foot. */
export function SummaryTable({ view, answer, context, title, measures }: GroupsProps) {
  const groupings = [view.by, view.across, view.panels].filter((by) => Boolean(by));
  const keys = [answer.axis, answer.splits, answer.panels];
  const rows = rowsOf(answer, groupings.length, measures);
  const label = (column: string | undefined) =>
    context.data.columns.find((item) => item.name === column)?.label ?? '';
  const text = (m: number, value: number | null) =>
    measured(
      value,
      measures[m]?.aggregate ?? 'ROWS',
      answer.measures[m]?.type ?? null,
      answer.measures[m]?.format,
    );
  return (
    <div className={viewCss.twin} role="region" aria-label={title} tabIndex={0}>
      <table>
        <thead>
          <tr>
            {groupings.map((by, i) => (
              <th key={i} scope="col">
                {label(by?.column)}
              </th>
            ))}
            {measures.map(({ name }, m) => (
              <th key={m} scope="col" className={viewCss.number}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MAX_ROWS).map((row, r) => {
            const before = rows[r - 1];
            const isTotal = row.places.some((place) => place === null);
            return (
              <tr key={r} className={isTotal ? viewCss.total : undefined}>
                {groupings.map((by, i) => {
                  const place = row.places[i] ?? null;
                  const same = before?.places.slice(0, i + 1).every((p, j) => p === row.places[j]);
                  const key = place === null ? undefined : keys[i]?.[place];
                  if (!key) return <th key={i}>{i === firstBlank(row) ? say('view.all') : ''}</th>;
                  return (
                    <th
                      key={i}
                      scope="row"
                      title={groupLabel(key, by ?? null, context.data.columns)}
                    >
                      {same && i < groupings.length - 1 ? (
                        <span className="sr-only">
                          {groupLabel(key, by ?? null, context.data.columns)}
                        </span>
                      ) : i === 0 ? (
                        <GroupButton view={view} answer={answer} context={context} group={key} />
                      ) : (
                        groupLabel(key, by ?? null, context.data.columns)
                      )}
                    </th>
                  );
                })}
                {row.values.map((value, m) => (
                  <td key={m} className={viewCss.number}>
                    {text(m, value)}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      {rows.length > MAX_ROWS && (
        <p className="soft">
          {say('view.moreRowsAreNotShown', { rows: count(rows.length - MAX_ROWS) })}
        </p>
      )}
    </div>
  );
}

const firstBlank = (row: Row): number => row.places.indexOf(null);

function rowsOf(answer: GroupsAnswer, groupings: number, measures: GroupsProps['measures']): Row[] {
  const rows: Row[] = [];
  const totals = answer.measures.map((measure) => measure.totals);
  answer.axis.forEach((_, a) => {
    let own = 0;
    answer.splits.forEach((__, s) => {
      answer.panels.forEach((___, p) => {
        const values = answer.measures.map((____, m) => valueAt(answer, m, a, s, p));
        // a sum of 0 is a number like others: only what has no value, or is counted as no row, is no group
        const empty =
          values.every((value) => value === null) ||
          measures.some(({ aggregate }, m) => aggregate === 'ROWS' && values[m] === 0);
        if (groupings > 1 && empty) return;
        own += 1;
        rows.push({ places: [a, s, p].slice(0, groupings), values });
      });
    });
    if (groupings > 1 && own > 1) {
      rows.push({
        places: [a, null, null].slice(0, groupings),
        values: totals.map((total) => numeric(total?.axis[a])),
      });
    }
  });
  if (answer.axis.length > 1) {
    rows.push({
      places: [null, null, null].slice(0, groupings),
      values: totals.map((total) => numeric(total?.all)),
    });
  }
  return rows;
}

const numeric = (value: unknown): number | null =>
  value === null || value === undefined ? null : Number(value);
