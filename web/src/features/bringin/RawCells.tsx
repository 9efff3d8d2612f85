import { useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Look, LookColumn, TableArea, TableChoice } from '../../api/types';
import { cell, TYPE_NAMES } from '../../shared/format';
import { columnName, goesToTheEnd, shownTable } from './area';

interface Props {
  readonly look: Look;
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

const EDGE_NAMES: Record<Edge, string> = {
  top: 'First row of headings',
  headings: 'Last row of headings',
  bottom: 'Last row',
  left: 'First column',
  right: 'Last column',
};

/** The cells as they are in the file, with the table that was found drawn over them. Its edges can be dragged. */
export function RawCells({ look, onChange }: Props) {
  const table = shownTable(look);
  const area = table?.area ?? null;
  const body = useRef<HTMLTableElement>(null);
  const [frame, setFrame] = useState<Frame | null>(null);
  const [dragged, setDragged] = useState<{ edge: Edge; at: number } | null>(null);
  const shown = area && dragged ? moved(area, dragged.edge, dragged.at) : area;
  const columns = Math.min(look.parts[look.shown]?.columnCount ?? 0, 200);
  useLayoutEffect(() => {
    const found = body.current && shown ? measure(body.current, shown) : null;
    setFrame((before) => (JSON.stringify(before) === JSON.stringify(found) ? before : found));
  }, [shown, look]);
  const part = look.parts[look.shown];
  const commit = (edge: Edge, at: number) => {
    if (area) onChange(choiceOf(moved(area, edge, at), edge));
  };
  const drag = (edge: Edge) => (event: PointerEvent<HTMLButtonElement>) => {
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    if (area) setDragged({ edge, at: placeOf(area, edge) });
  };
  const dragging = (edge: Edge) => (event: PointerEvent<HTMLButtonElement>) => {
    if (!dragged || !body.current) return;
    // the line is held, not a cell: what counts is the row or column on its inner side
    const inwards = edge === 'top' || edge === 'left' ? HALF : -HALF;
    const at = under(body.current, edge, event.clientX + inwards, event.clientY + inwards);
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
  return (
    <div className="raw card" role="region" aria-label="Raw cells" tabIndex={0}>
      <div className="raw-inner">
        <table ref={body}>
          <thead>
            <tr>
              <th aria-label="Row" />
              {Array.from({ length: columns }, (_, column) => (
                <th
                  key={column}
                  scope="col"
                  data-column={column}
                  className={part?.hiddenColumns.includes(column) ? 'hidden-in-sheet' : undefined}
                >
                  {columnName(column)}
                  <ReadAs column={look.columns.find((one) => one.column === column)} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {look.cells.map((row, i) => {
              const gap = i > 0 && row.number < 0 && (look.cells[i - 1]?.number ?? 0) > 0;
              return (
                <tr
                  key={row.number}
                  data-row={row.number}
                  className={[
                    rowClass(shown, row.number),
                    gap ? 'after-gap' : '',
                    part?.hiddenRows.includes(row.number) ? 'hidden-in-sheet' : '',
                  ].join(' ')}
                >
                  <th scope="row">{row.number > 0 ? row.number : ''}</th>
                  {Array.from({ length: columns }, (_, column) => (
                    <td
                      key={column}
                      className={cellClass(shown, column, row.kinds?.[column])}
                      title={(row.cells[column] ?? '').length > 24 ? row.cells[column] : undefined}
                    >
                      {headingOf(table, shown, row.number, column) ?? row.cells[column] ?? ''}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
        {frame && area && (
          <>
            <div
              className="area"
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
                  className={`edge ${edge}`}
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

/** What a column will be, and its first value as it will be read: what the cells below do not show. */
function ReadAs({ column }: { readonly column: LookColumn | undefined }) {
  if (!column) return null;
  return (
    <span className="read-as">
      {TYPE_NAMES[column.type]}
      <span>
        {column.first === null ? 'blank' : cell(column.first, column.type, column.format)}
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

function rowClass(area: TableArea | null, row: number): string {
  if (!area) return 'outside';
  const headings = row >= area.headingRow && row < area.headingRow + area.headingRows;
  if (headings) return 'headings';
  const after = row < 0 ? goesToTheEnd(area) && -row > area.droppedAtEnd : row <= area.lastRow;
  return after && (row < 0 || row >= area.firstRow) ? 'inside' : 'outside';
}

function cellClass(area: TableArea | null, column: number, kind: string | undefined): string {
  const within =
    area &&
    column >= area.firstColumn &&
    column <= area.lastColumn &&
    !area.leftOutColumns.includes(column);
  return `${within ? '' : 'outside'}${kind === 'NUMBER' || kind === 'DATE' ? ' number' : ''}${kind === 'ERROR' ? ' error' : ''}`;
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
  return edge === 'bottom' && goesToTheEnd(area) ? 'the end' : String(placeOf(area, edge));
}

/** The row or column under the pointer. */
function under(table: HTMLTableElement, edge: Edge, x: number, y: number): number | null {
  if (edge === 'left' || edge === 'right') {
    for (const cell of table.querySelectorAll<HTMLElement>('[data-column]')) {
      const box = cell.getBoundingClientRect();
      if (x >= box.left && x < box.right) return Number(cell.dataset['column']);
    }
    return null;
  }
  for (const row of table.querySelectorAll<HTMLElement>('[data-row]')) {
    const box = row.getBoundingClientRect();
    if (y >= box.top && y < box.bottom) {
      const number = Number(row.dataset['row']);
      return number > 0 ? number : null;
    }
  }
  return null;
}

/** Where the edges lie, in pixels of the table. */
function measure(table: HTMLTableElement, area: TableArea): Frame | null {
  const rows = [...table.querySelectorAll<HTMLElement>('[data-row]')];
  const within = rows.filter((row) => {
    const at = rowClass(area, Number(row.dataset['row']));
    return at === 'inside' || at === 'headings';
  });
  const headings = within.filter(
    (row) => rowClass(area, Number(row.dataset['row'])) === 'headings',
  );
  const first = within[0];
  const last = within.at(-1);
  const left = table.querySelector<HTMLElement>(`[data-column="${area.firstColumn}"]`);
  const all = table.querySelectorAll<HTMLElement>('[data-column]');
  const right =
    table.querySelector<HTMLElement>(`[data-column="${area.lastColumn}"]`) ?? all[all.length - 1];
  if (!first || !last || !left || !right) return null;
  const lastHeading = headings.at(-1);
  return {
    left: left.offsetLeft,
    right: right.offsetLeft + right.offsetWidth,
    top: first.offsetTop,
    headings: lastHeading ? lastHeading.offsetTop + lastHeading.offsetHeight : first.offsetTop,
    bottom: last.offsetTop + last.offsetHeight,
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
