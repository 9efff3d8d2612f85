import type { TableChange } from '../../api/types';
import { cell } from '../../shared/format';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './ChangeTable.module.css';

const STATES = { STAYS: '', NEW: css.isNew, GONE: css.isGone };

/** What a step changed: in numbers, and in the first rows that it touched. */
export function ChangeTable({ change }: { readonly change: TableChange }) {
  const said = inWords(change);
  return (
    <>
      <p className={css.changeWords} role="status">
        {said.length === 0 ? say('prepare.changedNothing') : said.join(' ')}
      </p>
      {change.rows.length > 0 && (
        <div
          className={`${authorCss.preview} ${css.changeTable} card`}
          tabIndex={0}
          role="region"
          aria-label={say('prepare.changedRows')}
        >
          <table>
            <thead>
              <tr>
                <th scope="col">
                  <span className="sr-only">{say('prepare.whatBecameOfTheRow')}</span>
                </th>
                {change.columns.map(({ info, state, cells }) => (
                  <th key={info.name} scope="col" className={STATES[state]}>
                    <span className={authorCss.columnLabel}>{info.label}</span>
                    <span className="soft">
                      {state === 'NEW'
                        ? say('prepare.newColumn')
                        : state === 'GONE'
                          ? say('prepare.goneColumn')
                          : cells > 0
                            ? say('prepare.cellsAreOthers', { cells })
                            : ''}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {change.rows.map((row, r) => (
                <tr key={r} className={STATES[row.state]}>
                  <th scope="row" className="soft">
                    {row.state === 'NEW'
                      ? say('prepare.newRow')
                      : row.state === 'GONE'
                        ? say('prepare.goneRow')
                        : ''}
                  </th>
                  {change.columns.map(({ info, state }, c) => {
                    const now = row.cells[c] ?? null;
                    const before = row.before[c] ?? null;
                    const isOther = row.state === 'STAYS' && state === 'STAYS' && now !== before;
                    const text = (value: string | null) =>
                      value === null ? (
                        <span className="soft">{say('prepare.blank')}</span>
                      ) : (
                        cell(value, info.type, info.format)
                      );
                    return (
                      <td
                        key={info.name}
                        className={[
                          info.type === 'WHOLE' || info.type === 'DECIMAL' ? authorCss.number : '',
                          isOther ? css.isOther : STATES[state],
                        ].join(' ')}
                      >
                        {isOther && (
                          <>
                            <del>{before ?? say('prepare.blank')}</del>{' '}
                          </>
                        )}
                        {state === 'GONE' && row.state === 'STAYS' ? text(before) : text(now)}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}

function inWords(change: TableChange): string[] {
  const { rowsBefore, rowsAfter, columnsNew, columnsGone, gone, added, cells } = change;
  return [
    change.isFollowed
      ? null
      : say('prepare.rowsMadeAnew', { before: rowsBefore, after: rowsAfter }),
    gone > 0 ? say('prepare.rowsGone', { gone, before: rowsBefore }) : null,
    added > 0 ? say('prepare.rowsNew', { added }) : null,
    cells > 0
      ? say('prepare.cellsOthersIn', {
          cells,
          columns: change.columns
            .filter((column) => column.cells > 0)
            .map(({ info }) => info.label)
            .join(', '),
        })
      : null,
    columnsNew > 0 ? say('prepare.columnsNew', { columns: columnsNew }) : null,
    columnsGone > 0 ? say('prepare.columnsGone', { columns: columnsGone }) : null,
    change.isReordered ? say('prepare.rowsReordered') : null,
  ].filter((words) => words !== null);
}
