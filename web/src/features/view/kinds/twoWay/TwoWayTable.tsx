import { groupLabel, measured } from '../../../../shared/format';
import { valueAt } from '../../cells';
import { markOf } from '../../context';
import { GroupButton } from '../../GroupButton';
import { cellFilter, isCellMarked, isMarked } from '../../marks';
import type { GroupsProps } from '../face';
import { say } from '../../../../words';
import viewCss from '../../view.module.css';
import css from './TwoWayTable.module.css';

/** Rows and columns of groups, each with its total: computed again from the rows, never added up from the cells. */
export function TwoWayTable({ view, answer, context, title, measures }: GroupsProps) {
  const mark = markOf(context, view.id)?.filter ?? null;
  const measure = answer.measures[0];
  const totals = measure?.totals;
  const label = (column: string | undefined) =>
    context.data.columns.find((item) => item.name === column)?.label ?? '';
  const text = (value: unknown) =>
    measured(
      value === null || value === undefined ? null : Number(value),
      measures[0]?.aggregate ?? 'ROWS',
      measure?.type ?? null,
      measure?.format,
    );
  return (
    <div className={viewCss.twin} role="region" aria-label={title} tabIndex={0}>
      <table className={viewCss.twoWay}>
        <thead>
          <tr>
            <th scope="col">
              {label(view.by?.column)} / {label(view.across?.column)}
            </th>
            {answer.splits.map((key, s) => (
              <th key={s} scope="col" className={viewCss.number}>
                {groupLabel(key, view.across ?? null, context.data.columns)}
                {key.partial && <span className="soft"> {say('view.notOverYet')}</span>}
              </th>
            ))}
            <th scope="col" className={`${viewCss.number} ${viewCss.total}`}>
              {say('view.all')}
            </th>
          </tr>
        </thead>
        <tbody>
          {answer.axis.map((key, a) => (
            <tr
              key={a}
              className={mark !== null && isMarked(mark, key) ? viewCss.marked : undefined}
            >
              <th scope="row">
                <GroupButton view={view} answer={answer} context={context} group={key} />
              </th>
              {answer.splits.map((other, s) => {
                const cell = cellFilter(view, answer, key, other);
                const on = mark !== null && mark.kind === 'both' && isCellMarked(mark, key, other);
                const value = text(valueAt(answer, 0, a, s));
                return (
                  <td
                    key={s}
                    className={on ? `${viewCss.number} ${css.markedCell}` : viewCss.number}
                  >
                    {cell && value !== '' ? (
                      <button
                        type="button"
                        className={css.cellButton}
                        aria-pressed={on}
                        onClick={() => context.onMark(view.id, on ? null : cell)}
                      >
                        {value}
                      </button>
                    ) : (
                      value
                    )}
                  </td>
                );
              })}
              <td className={`${viewCss.number} ${viewCss.total}`}>{text(totals?.axis[a])}</td>
            </tr>
          ))}
          <tr className={viewCss.total}>
            <th scope="row">{say('view.all')}</th>
            {answer.splits.map((_, s) => (
              <td key={s} className={viewCss.number}>
                {text(totals?.splits[s])}
              </td>
            ))}
            <td className={`${viewCss.number} ${viewCss.total}`}>{text(totals?.all)}</td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}
