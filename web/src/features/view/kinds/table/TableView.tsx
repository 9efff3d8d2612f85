import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import type { PageColumn, RowsAnswer, View } from '../../../../api/types';
import { cell, count } from '../../../../shared/format';
import type { ViewContext } from '../../context';
import { useRowPages } from '../../useRowPages';
import { say } from '../../../../words';

const ROW = 26;
const WIDTHS: Record<string, number> = {
  WHOLE: 96,
  DECIMAL: 110,
  DATE: 104,
  DATE_TIME: 150,
  YES_NO: 84,
  TAGS: 150,
};

/** Rows under the sort picked, scrolled through however many there are. */
export function TableView({
  view,
  answer,
  context,
}: {
  readonly view: View;
  readonly answer: RowsAnswer;
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
  const sort = own ?? view.sort[0] ?? null;
  const rowAt = useRowPages(
    view.id,
    answer,
    own,
    context,
    shown[0]?.index ?? 0,
    shown[shown.length - 1]?.index ?? 0,
  );
  const selection = JSON.stringify([context.state.filters, context.state.marks, own]);
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
      },
  );
  const template = columns.map(widthOf).join(' ');
  return (
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
        <div className="table-row table-head" role="row" style={{ gridTemplateColumns: template }}>
          {columns.map((column) => {
            const on = sort?.column === column.name;
            return (
              <div
                key={column.name}
                role="columnheader"
                className={isNumber(column) ? 'number' : undefined}
                aria-sort={on ? (sort.descending ? 'descending' : 'ascending') : 'none'}
              >
                <button
                  type="button"
                  title={say('view.sortBy', { label: column.label })}
                  onClick={() =>
                    context.onSort(view.id, {
                      column: column.name,
                      descending: on ? !sort.descending : isNumber(column),
                    })
                  }
                >
                  {column.label}
                  {on && <span aria-hidden="true">{sort.descending ? ' ↓' : ' ↑'}</span>}
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
                      {text}
                    </div>
                  );
                })}
              </div>
            );
          })}
        </div>
      </div>
      <p className="sr-only" role="status">
        {say('view.rows', { rowCount: count(answer.rowCount) })}
      </p>
    </div>
  );
}

const isNumber = (column: PageColumn): boolean =>
  column.type === 'WHOLE' || column.type === 'DECIMAL';

function least(column: PageColumn): number {
  const fixed = WIDTHS[column.type] ?? (column.role === 'TEXT' ? 220 : 130);
  return Math.max(fixed, Math.min(170, 26 + column.label.length * 7.4));
}

const widthOf = (column: PageColumn): string =>
  column.role === 'TEXT' && column.type === 'TEXT'
    ? `minmax(${least(column)}px, 2fr)`
    : `minmax(${least(column)}px, 1fr)`;
