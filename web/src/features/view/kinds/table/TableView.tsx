import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { Answer, PageColumn, RowsAnswer, Shown, View } from '../../../../api/types';
import { cell, count } from '../../../../shared/format';
import type { ViewContext } from '../../context';
import { useRowPages } from '../../useRowPages';
import { say } from '../../../../words';
import { isNumber, least, widthOf } from './columns';
import { Totals } from './Totals';

const ROW = 26;
const MAX_SORTS = 4;

/** Rows under the sort picked, scrolled through however many there are. */
export function TableView({
  view,
  answer,
  beside,
  measures,
  context,
}: {
  readonly view: View;
  readonly answer: RowsAnswer;
  readonly beside: Answer | null;
  readonly measures: Shown['measures'];
  readonly context: ViewContext;
  readonly rounds: number;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: answer.rowCount,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const shown = rows.getVirtualItems();
  const own = context.state.sorts[view.id] ?? null;
  const sorts = own && own.length > 0 ? own : view.sort;
  const look = context.state.looks[view.id] ?? '';
  const rowAt = useRowPages(
    view.id,
    answer,
    own,
    look,
    context,
    shown[0]?.index ?? 0,
    shown[shown.length - 1]?.index ?? 0,
  );
  const selection = JSON.stringify([context.state.filters, context.state.marks, own, look]);
  useEffect(() => {
    frame.current?.scrollTo({ top: 0 });
  }, [selection]);
  const columns = answer.columns.map(
    (name): PageColumn =>
      context.data.columns.find((column) => column.name === name) ?? {
        name,
        label: name,
        type: 'TEXT',
        role: 'TEXT',
        distinct: 0,
        format: null,
        filters: [],
        description: null,
      },
  );
  const template = columns.map(widthOf).join(' ');
  /** By a column alone, or with Shift by it too after those before. */
  const sortBy = (column: PageColumn, too: boolean) => {
    const at = sorts.findIndex((sort) => sort.column === column.name);
    const before = at >= 0 ? sorts[at] : undefined;
    const next = {
      column: column.name,
      descending: before ? !before.descending : isNumber(column),
    };
    if (!too) context.onSort(view.id, [next]);
    else if (at >= 0)
      context.onSort(
        view.id,
        sorts.map((sort, i) => (i === at ? next : sort)),
      );
    else context.onSort(view.id, [...sorts, next].slice(-MAX_SORTS));
  };
  return (
    <>
      <Look
        key={look}
        text={look}
        rows={answer.rowCount}
        onLook={(text) => context.onLook(view.id, text)}
      />
      <div
        className="table-rows"
        ref={frame}
        role="table"
        aria-rowcount={answer.rowCount + 1}
        tabIndex={0}
        aria-label={say('view.rows', { rowCount: count(answer.rowCount) })}
      >
        <div
          className="rows-inner"
          style={{ minWidth: columns.reduce((sum, c) => sum + least(c), 0) }}
        >
          <div
            className="table-row table-head"
            role="row"
            style={{ gridTemplateColumns: template }}
          >
            {columns.map((column) => {
              const place = sorts.findIndex((sort) => sort.column === column.name);
              const on = sorts[place];
              return (
                <div
                  key={column.name}
                  role="columnheader"
                  className={isNumber(column) ? 'number' : undefined}
                  aria-sort={on ? (on.descending ? 'descending' : 'ascending') : 'none'}
                >
                  <button
                    type="button"
                    title={column.description ?? say('view.sortBy', { label: column.label })}
                    onClick={(event) => sortBy(column, event.shiftKey)}
                  >
                    {column.label}
                    {on && (
                      <span aria-hidden="true">
                        {on.descending ? ' ↓' : ' ↑'}
                        {sorts.length > 1 && place + 1}
                      </span>
                    )}
                  </button>
                </div>
              );
            })}
          </div>
          <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
            {shown.map((item) => {
              const row = rowAt(item.index);
              return (
                <div
                  key={item.key}
                  className="table-row"
                  role="row"
                  aria-rowindex={item.index + 2}
                  style={{
                    gridTemplateColumns: template,
                    transform: `translateY(${item.start}px)`,
                    position: 'absolute',
                    top: 0,
                    left: 0,
                    right: 0,
                  }}
                >
                  {columns.map((column, i) => {
                    const text = row ? cell(row[i] ?? null, column.type, column.format) : '…';
                    return (
                      <div
                        key={column.name}
                        role="cell"
                        className={isNumber(column) ? 'number' : undefined}
                        title={text.length > 16 ? text : undefined}
                      >
                        <Found text={text} look={look} />
                      </div>
                    );
                  })}
                </div>
              );
            })}
          </div>
        </div>
        {beside?.kind === 'groups' && (
          <Totals
            view={view}
            measures={measures}
            totals={beside}
            columns={columns}
            template={template}
          />
        )}
      </div>
      <p className="sr-only" role="status">
        {say('view.rows', { rowCount: count(answer.rowCount) })}
      </p>
    </>
  );
}

/** Looks for a text in all columns of the table. */
function Look({
  text,
  rows,
  onLook,
}: {
  readonly text: string;
  readonly rows: number;
  readonly onLook: (text: string) => void;
}) {
  const [typed, setTyped] = useState(text);
  const done = () => typed.trim() !== text && onLook(typed.trim());
  return (
    <form
      className="table-look"
      role="search"
      onSubmit={(event) => {
        event.preventDefault();
        done();
      }}
    >
      <input
        className="field"
        type="search"
        aria-label={say('view.findInTheRows')}
        placeholder={say('view.findInTheRows')}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={done}
      />
      {text !== '' && (
        <span className="soft" role="status">
          {say('view.rowsHoldIt', { rows })}
        </span>
      )}
    </form>
  );
}

/** A cell's text with what is looked for set apart. */
function Found({ text, look }: { readonly text: string; readonly look: string }) {
  const at = look === '' ? -1 : text.toLowerCase().indexOf(look.toLowerCase());
  if (at < 0) return <>{text}</>;
  return (
    <>
      {text.slice(0, at)}
      <mark>{text.slice(at, at + look.length)}</mark>
      {text.slice(at + look.length)}
    </>
  );
}
