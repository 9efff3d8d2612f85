import { useQuery } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { ColumnType, Explanation, View } from '../../api/types';
import { ProblemNote } from '../../shared/ProblemNote';
import { cell, count } from '../../shared/format';
import { sentenceText } from '../../shared/SentenceText';
import type { ViewContext } from './context';
import { behindAddress } from './download';
import { wishOf } from './slices';
import { useDownload } from './useDownload';
import { say } from '../../words';
import css from './Explained.module.css';
import viewCss from './view.module.css';

const SHOWN = 6;
const isNumeric = (type: ColumnType): boolean => type === 'WHOLE' || type === 'DECIMAL';

/** How the numbers of a view are made: in words and in SQL, what held, of how many rows, the first of them. */
export function Explained({
  view,
  title,
  context,
}: {
  readonly view: View;
  readonly title: string;
  readonly context: ViewContext;
}) {
  const { filters, marks, choices } = context.state;
  const { find, filters: headings } = wishOf(context.state, view.id, context.data.columns);
  const asked = { view: view.id, filters, marks, choices, find, headings };
  const { data, error } = useQuery({
    queryKey: ['explanation', context.base, JSON.stringify(asked), JSON.stringify(view)],
    queryFn: () => call<Explanation>('POST', `${context.base}/explanations`, asked),
    retry: false,
    gcTime: 0,
  });
  const { onClick, told } = useDownload();
  if (error) return <ProblemNote error={error} />;
  if (!data) return <p className="soft">{say('view.reading')}</p>;
  const column = (name: string) => context.data.columns.find((item) => item.name === name);
  return (
    <>
      <p>{sentenceText(data.view)}</p>
      {data.part !== null && <p>{say('view.ofItOnly', { part: data.part })}</p>}
      {data.measures.map(({ meaning, blanks }, m) => (
        <p key={m} className="soft">
          {meaning}
          {blanks !== null && blanks > 0 && <> {say('view.rowsWithoutAValue', { blanks })}</>}
        </p>
      ))}
      <p className="soft">{sentenceText(data.reading)}</p>
      <p>
        <strong>{say('view.madeOfRows', { rows: data.rows })}</strong>{' '}
        {data.sample && data.rows > 0 && (
          <>
            <a
              className="word"
              href={behindAddress(context, view, 'csv')}
              aria-label={say('view.downloadRowsBehind', { title })}
              onClick={onClick}
              download
            >
              {say('view.download2')}
            </a>{' '}
            <a
              className="word"
              href={behindAddress(context, view, 'xlsx')}
              aria-label={say('view.downloadRowsBehindAsWorkbook', { title })}
              onClick={onClick}
              download
            >
              {say('view.workbook')}
            </a>{' '}
            {told}
          </>
        )}
      </p>
      {data.sample === null ? (
        <p className="soft">{say('view.thisAppGivesNoRows')}</p>
      ) : (
        <div
          className={`${css.rowsBehind} ${viewCss.twin}`}
          tabIndex={0}
          role="region"
          aria-label={say('view.madeOfRows', { rows: data.rows })}
        >
          <table>
            <thead>
              <tr>
                {data.sample.columns.slice(0, SHOWN).map((name) => (
                  <th
                    key={name}
                    scope="col"
                    className={isNumeric(column(name)?.type ?? 'TEXT') ? viewCss.number : undefined}
                  >
                    {column(name)?.label ?? name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {data.sample.rows.map((row, r) => (
                <tr key={r}>
                  {row.slice(0, SHOWN).map((value, c) => {
                    const of = column(data.sample?.columns[c] ?? '');
                    const type = of?.type ?? 'TEXT';
                    return (
                      <td key={c} className={isNumeric(type) ? viewCss.number : undefined}>
                        {cell(value, type, of?.format)}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          {data.rows > data.sample.rows.length && (
            <p className="soft">
              {say('view.theFirstRowsOf', {
                shown: data.sample.rows.length,
                rows: count(data.rows),
              })}
            </p>
          )}
        </div>
      )}
      <details className={css.inSql}>
        <summary className="word">{say('view.inSql')}</summary>
        <pre>{data.sql}</pre>
        <button
          type="button"
          className="word"
          onClick={() => void navigator.clipboard.writeText(data.sql)}
        >
          {say('view.copySql')}
        </button>
      </details>
    </>
  );
}
