import {
  memo,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from 'react';
import type { Look, LookColumn, ReadingChoices, TableArea, TableChoice } from '../../api/types';
import { cell, typeName } from '../../shared/format';
import { columnName, goesToTheEnd, shownTable } from './area';
import { columnAt, drawn, placesOf, rowAt, ROW_HEIGHT, type Places, type Window } from './places';
import { COLUMNS_AT_ONCE, useCells } from './useLook';
import { say } from '../../words';
import css from './RawCells.module.css';

interface Props {
  readonly look: Look;
  readonly path: string;
  readonly choices: ReadingChoices;
  readonly onChange: (change: Partial<TableChoice>) => void;
}

type Edge = 'top' | 'headings' | 'bottom' | 'left' | 'right';

interface Frame {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly headings: number;
  readonly bottom: number;
}

const HALF = 8; // pixels
const NOTHING_SEEN: Window = { left: 0, top: 0, width: 1280, height: 800 };

const EDGE_NAMES: Record<Edge, string> = {
  top: say('import.firstRowOfHeadings'),
  headings: say('import.lastRowOfHeadings'),
  bottom: say('import.lastRow'),
  left: say('import.firstColumn'),
  right: say('import.lastColumn'),
};

/**
 * The cells as they are in the file, with the table that was found drawn over them. Its edges can be dragged. Only what
 * is seen is drawn: a sheet may have thousands of columns.
 */
export function RawCells({ look, path, choices, onChange }: Props) {
  const table = shownTable(look);
  const area = table?.area ?? null;
  const box = useRef<HTMLDivElement>(null);
  const [dragged, setDragged] = useState<{ edge: Edge; at: number } | null>(null);
  const [seen, setSeen] = useState<Window>(NOTHING_SEEN);
  const places = useMemo(() => placesOf(look), [look]);
  const shown = useMemo(
    () => (area && dragged ? moved(area, dragged.edge, dragged.at) : area),
    [area, dragged],
  );
  const frame = shown ? frameOf(places, shown) : null;
  const range = drawn(places, seen);
  const cells = useCells(look, path, choices, lots(range.fromColumn, range.toColumn));
  const watchScroll = () => {
    const at = box.current;
    if (!at) return;
    setSeen({
      left: at.scrollLeft,
      top: at.scrollTop,
      width: at.clientWidth,
      height: at.clientHeight,
    });
  };
  useLayoutEffect(() => {
    const at = box.current;
    if (!at) return undefined;
    const watch = new ResizeObserver(watchScroll);
    watch.observe(at);
    return () => watch.disconnect();
  }, []);
  const commit = (edge: Edge, at: number) => {
    if (area) onChange(choiceOf(moved(area, edge, at), edge));
  };
  const drag = (edge: Edge) => (event: PointerEvent<HTMLButtonElement>) => {
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    if (area) setDragged({ edge, at: placeOf(area, edge) });
  };
  const dragging = (edge: Edge) => (event: PointerEvent<HTMLButtonElement>) => {
    if (!dragged || !box.current) return;
    scrollAlong(box.current, event);
    // the line is held, not a cell: what counts is the row or column on its inner side
    const inwards = edge === 'top' || edge === 'left' ? HALF : -HALF;
    const at = under(box.current, places, edge, event.clientX + inwards, event.clientY + inwards);
    if (at !== null && at !== dragged.at) setDragged({ edge, at });
  };
  const drop = () => {
    if (!dragged) return;
    if (area && dragged.at !== placeOf(area, dragged.edge)) commit(dragged.edge, dragged.at);
    setDragged(null);
  };
  const byKey = (edge: Edge) => (event: KeyboardEvent) => {
    const rows = edge === 'top' || edge === 'headings' || edge === 'bottom';
    const back = rows ? 'ArrowUp' : 'ArrowLeft';
    const on = rows ? 'ArrowDown' : 'ArrowRight';
    if (!area || (event.key !== back && event.key !== on)) return;
    event.preventDefault();
    commit(edge, placeOf(area, edge, look) + (event.key === on ? 1 : -1));
  };
  const height = places.top + places.rows.length * ROW_HEIGHT;
  const width = places.starts.at(-1) ?? 0;
  return (
    <div
      className={`${css.raw} card`}
      role="region"
      aria-label={say('import.rawCells')}
      tabIndex={0}
      ref={box}
      onScroll={watchScroll}
    >
      <div className={css.rawInner} style={{ width, height }}>
        <Cells look={look} cells={cells} table={table} shown={shown} places={places} {...range} />
        {frame && area && (
          <>
            <div
              className={css.area}
              style={{
                left: frame.left,
                top: frame.top,
                width: frame.right - frame.left,
                height: frame.bottom - frame.top,
              }}
            />
            {(Object.keys(EDGE_NAMES) as Edge[])
              .filter((edge) => edge !== 'headings' || area.headingRows > 0)
              .map((edge) => (
                <button
                  key={edge}
                  type="button"
                  className={`${css.edge} ${css[edge]}`}
                  style={edgeStyle(frame, edge)}
                  aria-label={`${EDGE_NAMES[edge]}: ${spoken(area, edge)}`}
                  onPointerDown={drag(edge)}
                  onPointerMove={dragging(edge)}
                  onPointerUp={drop}
                  onPointerCancel={() => setDragged(null)}
                  onKeyDown={byKey(edge)}
                />
              ))}
          </>
        )}
      </div>
    </div>
  );
}

/** The lots of columns that some of the columns `[from, to)` are in. */
function lots(from: number, to: number): number[] {
  const first = Math.floor(from / COLUMNS_AT_ONCE);
  const last = Math.floor(Math.max(from, to - 1) / COLUMNS_AT_ONCE);
  return Array.from({ length: last - first + 1 }, (_, i) => (first + i) * COLUMNS_AT_ONCE);
}

interface CellsProps {
  readonly look: Look;
  readonly cells: ReadonlyMap<number, Look['cells']>;
  readonly table: Look['chosen'][number] | undefined;
  readonly shown: TableArea | null;
  readonly places: Places;
  readonly fromRow: number;
  readonly toRow: number;
  readonly fromColumn: number;
  readonly toColumn: number;
}

/** A window of the sheet, put where it belongs by empty cells and rows before it. */
const Cells = memo(function Cells(props: CellsProps) {
  const { look, cells, table, shown, places, fromRow, toRow, fromColumn, toColumn } = props;
  const part = look.parts[look.shown];
  const columns = Array.from(
    { length: Math.max(0, toColumn - fromColumn) },
    (_, i) => fromColumn + i,
  );
  const before = (places.starts[fromColumn] ?? 0) - (places.starts[0] ?? 0);
  const widthOf = (column: number) =>
    (places.starts[column + 1] ?? 0) - (places.starts[column] ?? 0);
  const of = (row: number, column: number) => {
    const lot = Math.floor(column / COLUMNS_AT_ONCE) * COLUMNS_AT_ONCE;
    const held = cells.get(lot)?.[row];
    return { text: held?.cells[column - lot], kind: held?.kinds?.[column - lot] };
  };
  return (
    <table style={{ width: places.starts[toColumn] ?? 0 }}>
      <colgroup>
        <col style={{ width: places.starts[0] }} />
        <col style={{ width: before }} />
        {columns.map((column) => (
          <col key={column} style={{ width: widthOf(column) }} />
        ))}
      </colgroup>
      <thead>
        <tr style={{ height: places.top }}>
          <th>
            <span className="sr-only">{say('import.row')}</span>
          </th>
          <th className={css.beside} aria-hidden />
          {columns.map((column) => (
            <th
              key={column}
              scope="col"
              data-column={column}
              className={part?.hiddenColumns.includes(column) ? css.hiddenInSheet : undefined}
            >
              {columnName(column)}
              <ReadAs column={look.columns.find((one) => one.column === column)} />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className={css.beside} aria-hidden style={{ height: fromRow * ROW_HEIGHT }} />
        {look.cells.slice(fromRow, toRow).map((row, i) => {
          const at = fromRow + i;
          const gap = at > 0 && row.number < 0 && (look.cells[at - 1]?.number ?? 0) > 0;
          return (
            <tr
              key={row.number}
              data-row={row.number}
              className={[
                ROW_CLASS[rowKind(shown, row.number)],
                gap ? css.afterGap : '',
                part?.hiddenRows.includes(row.number) ? css.hiddenInSheet : '',
              ].join(' ')}
            >
              <th scope="row">{row.number > 0 ? row.number : ''}</th>
              <td className={css.beside} aria-hidden />
              {columns.map((column) => {
                const { text, kind } = of(at, column);
                return (
                  <td
                    key={column}
                    className={cellClass(shown, column, kind)}
                    title={(text ?? '').length > 24 ? text : undefined}
                  >
                    {headingOf(table, shown, row.number, column) ?? text ?? ''}
                  </td>
                );
              })}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
});

/** What a column will be, and its first value as it will be read: what the cells below do not show. */
function ReadAs({ column }: { readonly column: LookColumn | undefined }) {
  if (!column) return null;
  return (
    <span className={css.readAs}>
      {typeName(column)}
      <span>
        {column.first === null
          ? say('import.blank')
          : cell(column.first, column.type, column.format)}
      </span>
    </span>
  );
}

/** What a cell in a single row of headings becomes: a month's first day is a month there. */
function headingOf(
  table: Look['chosen'][number] | undefined,
  area: TableArea | null,
  row: number,
  column: number,
): string | undefined {
  if (!table || !area || table.area !== area || area.headingRows !== 1) return undefined;
  if (row !== area.headingRow || column < area.firstColumn || column > area.lastColumn)
    return undefined;
  const before = area.leftOutColumns.filter((one) => one < column).length;
  return area.leftOutColumns.includes(column)
    ? undefined
    : table.headings[column - area.firstColumn - before];
}

/** Of a row by what the area makes of it. */
const ROW_CLASS = {
  inside: '',
  outside: css.outside,
  headings: css.headings,
  total: `${css.outside} ${css.total}`,
};

function rowKind(area: TableArea | null, row: number): 'inside' | 'outside' | 'headings' | 'total' {
  if (!area) return 'outside';
  const headings = row >= area.headingRow && row < area.headingRow + area.headingRows;
  if (headings) return 'headings';
  const after = row < 0 ? goesToTheEnd(area) && -row > area.droppedAtEnd : row <= area.lastRow;
  if (area.leftOutRows.includes(row)) return 'total';
  return after && (row < 0 || row >= area.firstRow) ? 'inside' : 'outside';
}

function cellClass(area: TableArea | null, column: number, kind: string | undefined): string {
  const within =
    area &&
    column >= area.firstColumn &&
    column <= area.lastColumn &&
    !area.leftOutColumns.includes(column);
  return `${within ? '' : css.outside}${kind === 'NUMBER' || kind === 'DATE' ? ` ${css.number}` : ''}${kind === 'ERROR' ? ` ${css.error}` : ''}`;
}

/** The area with one edge elsewhere; edges never cross. */
function moved(area: TableArea, edge: Edge, at: number): TableArea {
  const end = area.headingRow + area.headingRows;
  switch (edge) {
    case 'top': {
      const headingRow = Math.max(1, at);
      const rows = Math.max(1, area.headingRows);
      return { ...area, headingRow, headingRows: rows, firstRow: headingRow + rows };
    }
    case 'headings': {
      const headingRows = Math.max(1, Math.min(5, at - area.headingRow + 1));
      return { ...area, headingRows, firstRow: area.headingRow + headingRows };
    }
    case 'bottom':
      return { ...area, lastRow: Math.max(end, at), droppedAtEnd: 0 };
    case 'left':
      return { ...area, firstColumn: Math.max(0, Math.min(at, area.lastColumn)) };
    case 'right':
      return { ...area, lastColumn: Math.max(area.firstColumn, at) };
  }
}

function choiceOf(area: TableArea, edge: Edge): Partial<TableChoice> {
  switch (edge) {
    case 'top':
    case 'headings':
      return { headingRow: area.headingRow, headingRows: area.headingRows };
    case 'bottom':
      return { lastRow: area.lastRow };
    case 'left':
      return { firstColumn: area.firstColumn };
    case 'right':
      return { lastColumn: area.lastColumn };
  }
}

function placeOf(area: TableArea, edge: Edge, look?: Look): number {
  switch (edge) {
    case 'top':
      return area.headingRow > 0 ? area.headingRow : area.firstRow;
    case 'headings':
      return area.headingRow + area.headingRows - 1;
    case 'bottom':
      return goesToTheEnd(area) ? (look?.cells.at(-1)?.number ?? area.firstRow) : area.lastRow;
    case 'left':
      return area.firstColumn;
    case 'right':
      return area.lastColumn;
  }
}

function spoken(area: TableArea, edge: Edge): string {
  if (edge === 'left' || edge === 'right') return columnName(placeOf(area, edge));
  return edge === 'bottom' && goesToTheEnd(area)
    ? say('import.theEnd')
    : String(placeOf(area, edge));
}

/** The row or column under the pointer. */
function under(box: HTMLElement, places: Places, edge: Edge, x: number, y: number): number | null {
  const at = box.getBoundingClientRect();
  if (edge === 'left' || edge === 'right') return columnAt(places, x - at.left + box.scrollLeft);
  const number = places.rows[rowAt(places, y - at.top + box.scrollTop)] ?? 0;
  return number > 0 ? number : null;
}

const NEAR = 28; // pixels from an edge of what is seen

/** A drag that reaches the edge of what is seen goes on beyond it. */
function scrollAlong(box: HTMLElement, event: PointerEvent) {
  const at = box.getBoundingClientRect();
  const step = (place: number, low: number, high: number) =>
    place < low + NEAR ? -NEAR : place > high - NEAR ? NEAR : 0;
  box.scrollLeft += step(event.clientX, at.left, at.right);
  box.scrollTop += step(event.clientY, at.top, at.bottom);
}

/** Where the edges lie, in pixels of the whole sheet. */
function frameOf(places: Places, area: TableArea): Frame | null {
  const within = places.rows.flatMap((number, i) => {
    const kind = rowKind(area, number);
    return kind === 'outside' || kind === 'total' ? [] : [{ i, headings: kind === 'headings' }];
  });
  const first = within[0];
  const last = within.at(-1);
  if (!first || !last) return null;
  const top = (i: number) => places.top + i * ROW_HEIGHT;
  const lastHeading = within.filter((row) => row.headings).at(-1);
  const columns = places.starts.length - 1;
  return {
    left: places.starts[Math.min(area.firstColumn, columns)] ?? 0,
    right: places.starts[Math.min(area.lastColumn + 1, columns)] ?? 0,
    top: top(first.i),
    headings: lastHeading ? top(lastHeading.i + 1) : top(first.i),
    bottom: top(last.i + 1),
  };
}

function edgeStyle(frame: Frame, edge: Edge) {
  const width = frame.right - frame.left;
  const height = frame.bottom - frame.top;
  switch (edge) {
    case 'top':
      return { left: frame.left, top: frame.top - 5, width };
    case 'headings':
      return { left: frame.left, top: frame.headings - 5, width };
    case 'bottom':
      return { left: frame.left, top: frame.bottom - 5, width };
    case 'left':
      return { left: frame.left - 5, top: frame.top, height };
    case 'right':
      return { left: frame.right - 5, top: frame.top, height };
  }
}
