import { useVirtualizer } from '@tanstack/react-virtual';
import { startTransition, useEffect, useRef, useState } from 'react';
import type { Answer, PageColumn, RowsAnswer, Shown, View } from '../../../../api/types';
import { cell, count } from '../../../../shared/format';
import { markOf, type ViewContext } from '../../context';
import { nextMark } from '../../marks';
import { wishOf } from '../../slices';
import { useRowPages } from '../../useRowPages';
import { say } from '../../../../words';
import { isNumber, least } from './columns';
import { cellLooks, cellStyle } from './cellLook';
import { cellClass, Headings } from './Headings';
import { inSightFirst, layoutOf, resized } from './layout';
import { TableTools } from './TableTools';
import { isRowMarked, markedBy, rowFilter } from './rowFilter';
import { Totals } from './Totals';
import { useCells } from './useCells';
import css from './TableView.module.css';
import viewCss from '../../view.module.css';

const ROW = 26;
const MAX_SORTS = 4;

interface Props {
  readonly view: View;
  readonly answer: RowsAnswer;
  readonly beside: Answer | null;
  readonly measures: Shown['measures'];
  readonly context: ViewContext;
  readonly rounds: number;
}

/** Rows under the sort picked, scrolled through however many there are. */
export function TableView({ view, answer, beside, measures, context }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const { state } = context;
  const rows = useVirtualizer({
    count: answer.rowCount,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const shown = rows.getVirtualItems();
  const all = answer.columns.map((name) => columnOf(name, context));
  const wish = wishOf(state, view.id, all);
  const sorts = wish.sort ?? view.sort;
  const look = wish.find ?? '';
  const typed = state.headings[view.id];
  const [headings, setHeadings] = useState(typed !== undefined);
  const [dragged, setDragged] = useState<Readonly<Record<string, number>>>({});
  const widths = { ...state.widths[view.id], ...dragged };
  const rowAt = useRowPages(
    view.id,
    answer,
    wish,
    context,
    shown[0]?.index ?? 0,
    shown[shown.length - 1]?.index ?? 0,
  );
  const selection = JSON.stringify([state.filters, state.marks, wish]);
  useEffect(() => {
    frame.current?.scrollTo({ top: 0 });
  }, [selection]);
  const pins = state.pins[view.id] ?? [];
  const chosen = picked(state.columns[view.id], answer.columns);
  const { names, pinned } = inSightFirst(chosen, pins);
  const columns = names.map((name) => columnOf(name, context));
  const places = names.map((name) => answer.columns.indexOf(name));
  const layout = layoutOf(columns, widths, pinned);
  const { template } = layout;
  const plainAt = (row: number, column: number) => rowAt(row)?.[places[column] ?? 0] ?? null;
  const cells = useCells({
    rows: answer.rowCount,
    columns: columns.length,
    page: Math.max(1, Math.floor((frame.current?.clientHeight ?? 0) / ROW) - 2),
    textAt: ({ row, column }) => plainAt(row, column),
    onShow: (row) => rows.scrollToIndex(row),
    onMark: (row, add) => markRow(row, add),
  });
  const mark = markOf(context, view.id)?.filter ?? null;
  const naming = markedBy(columns);
  const filterAt = (row: number) =>
    rowAt(row) === undefined ? null : rowFilter(columns[naming], plainAt(row, naming));
  const markRow = (row: number, add: boolean) => {
    const filter = filterAt(row);
    if (filter) context.onMark(view.id, nextMark(mark, filter, add));
  };
  const looks = cellLooks(view, answer.columns, beside);
  const idOf = (row: number, column: number) => `${view.id}-${row}-${column}`;
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
      <TableTools
        text={look}
        rows={answer.rowCount}
        all={all}
        shown={chosen}
        pins={pins}
        onPin={(name) =>
          context.onTable(view.id, {
            pins: pins.includes(name) ? pins.filter((one) => one !== name) : [...pins, name],
          })
        }
        onResize={(name, larger) => {
          const column = columns.find((one) => one.name === name);
          if (column) {
            const width = resized(widths[name] ?? least(column), larger);
            context.onTable(view.id, { widths: { ...widths, [name]: width } });
          }
        }}
        headings={headings}
        filters={wish.filters.length}
        onLook={(text) => context.onTable(view.id, { look: text })}
        onColumns={(next) =>
          context.onTable(view.id, {
            columns: next.join() === answer.columns.join() ? [] : next,
          })
        }
        onHeadings={() => setHeadings(!headings)}
        onLift={() => context.onTable(view.id, { headings: {} })}
      />
      <div
        className={css.tableRows}
        ref={frame}
        role="grid"
        aria-rowcount={answer.rowCount + 1}
        tabIndex={0}
        aria-label={say('view.rows', { rowCount: count(answer.rowCount) })}
        aria-activedescendant={cells.at ? idOf(cells.at.row, cells.at.column) : undefined}
        onKeyDown={cells.onKey}
      >
        <div style={{ minWidth: layout.minWidth }}>
          <Headings
            columns={columns}
            layout={layout}
            sorts={sorts}
            typed={headings ? (typed ?? {}) : null}
            onSort={sortBy}
            onType={(name, text) => {
              const others = Object.entries(typed ?? {}).filter(([column]) => column !== name);
              const next = text === '' ? others : [...others, [name, text]];
              context.onTable(view.id, { headings: Object.fromEntries(next) });
            }}
            onWiden={(name, width, done) => {
              if (!done) setDragged({ [name]: width });
              else startTransition(() => setDragged({})); // with the address, which changes as one
              if (done) context.onTable(view.id, { widths: { ...widths, [name]: width } });
            }}
          />
          <div role="presentation" style={{ height: rows.getTotalSize(), position: 'relative' }}>
            {shown.map((item) => {
              const known = rowAt(item.index) !== undefined;
              const opened = cells.open && cells.at?.row === item.index;
              const filter = filterAt(item.index);
              const marked = isRowMarked(mark, filter);
              return (
                <div
                  key={item.key}
                  className={[
                    viewCss.tableRow,
                    css.tablePlace,
                    opened ? css.opened : '',
                    marked ? css.markedRow : '',
                  ].join(' ')}
                  role="row"
                  aria-selected={marked}
                  aria-rowindex={item.index + 2}
                  style={{
                    gridTemplateColumns: template,
                    transform: `translateY(${item.start}px)`,
                  }}
                >
                  {columns.map((column, i) => {
                    const plain = plainAt(item.index, i);
                    const text = known ? cell(plain, column.type, column.format) : '…';
                    const place = { row: item.index, column: i };
                    const now = cells.at?.row === item.index && cells.at.column === i;
                    return (
                      <div
                        key={column.name}
                        id={idOf(item.index, i)}
                        dir={column.type === 'TEXT' ? 'auto' : undefined}
                        role="gridcell"
                        aria-selected={cells.isIn(place)}
                        style={{
                          ...(known ? cellStyle(looks.get(column.name), plain) : undefined),
                          left: layout.lefts[i],
                        }}
                        className={`${cellClass(column, layout.lefts[i])}${cells.isIn(place) ? ` ${css.pickedCell}` : ''}${
                          opened && now ? ` ${viewCss.openCell}` : ''
                        }`}
                        title={text.length > 16 && !opened ? text : undefined}
                        onPointerDown={(event) => {
                          if (event.button === 0) cells.onPress(place, event.shiftKey);
                        }}
                        onDoubleClick={() => cells.onOpen(place)}
                      >
                        {i === naming && filter ? (
                          <span
                            className={css.rowName}
                            title={say('view.markRow', { text })}
                            onClick={(event) =>
                              markRow(item.index, event.shiftKey || event.ctrlKey)
                            }
                          >
                            <Found text={text} look={look} />
                          </span>
                        ) : (
                          <Found text={text} look={look} />
                        )}
                      </div>
                    );
                  })}
                </div>
              );
            })}
          </div>
        </div>
        {beside?.kind === 'groups' && (view.measures ?? []).length > 0 && (
          <Totals
            view={view}
            measures={measures}
            totals={beside}
            columns={columns}
            layout={layout}
          />
        )}
      </div>
      <p className="sr-only" role="status">
        {say('view.rows', { rowCount: count(answer.rowCount) })}
      </p>
    </>
  );
}

/** Names that a reader picked, as far as the table has them; all where none is left. */
function picked(names: readonly string[] | undefined, all: readonly string[]): readonly string[] {
  const known = (names ?? []).filter((name) => all.includes(name));
  return known.length > 0 ? known : all;
}

const columnOf = (name: string, context: ViewContext): PageColumn =>
  context.data.columns.find((column) => column.name === name) ?? {
    name,
    label: name,
    type: 'TEXT',
    role: 'TEXT',
    distinct: 0,
    namesRows: false,
    format: null,
    filters: [],
    description: null,
  };

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
