import { useState } from 'react';

export interface Place {
  readonly row: number;
  readonly column: number;
}

interface Table {
  readonly rows: number;
  readonly columns: number;
  /** Rows that a page of the table holds. */
  readonly page: number;
  readonly textAt: (place: Place) => string | null;
  readonly onShow: (row: number) => void;
  /** Marks a row; with `add` besides those that are. */
  readonly onMark: (row: number, add: boolean) => void;
}

const MAX_COPIED = 20_000; // cells

/** Moving over the cells of a table by keyboard, picking a block of them and copying it for a spreadsheet. */
export function useCells({ rows, columns, page, textAt, onShow, onMark }: Table) {
  const [at, setAt] = useState<Place | null>(null);
  const [from, setFrom] = useState<Place | null>(null);
  const [open, setOpen] = useState(false);
  const block = at && {
    top: Math.min(at.row, (from ?? at).row),
    bottom: Math.max(at.row, (from ?? at).row),
    left: Math.min(at.column, (from ?? at).column),
    right: Math.max(at.column, (from ?? at).column),
  };
  const go = (to: Place, more: boolean) => {
    const place = {
      row: Math.max(0, Math.min(rows - 1, to.row)),
      column: Math.max(0, Math.min(columns - 1, to.column)),
    };
    setFrom(more ? (from ?? at ?? place) : place);
    setAt(place);
    setOpen(false);
    onShow(place.row);
  };
  const copied = (): string => {
    if (!block) return '';
    const lines: string[] = [];
    const width = block.right - block.left + 1;
    const last = Math.min(block.bottom, block.top + Math.floor(MAX_COPIED / width));
    for (let row = block.top; row <= last; row += 1) {
      const cells: string[] = [];
      for (let column = block.left; column <= block.right; column += 1)
        cells.push((textAt({ row, column }) ?? '').replace(/[\t\r\n]+/g, ' '));
      lines.push(cells.join('\t'));
    }
    return lines.join('\n');
  };
  const onKey = (event: React.KeyboardEvent) => {
    const now = at ?? { row: 0, column: -1 };
    const steps: Record<string, Place> = {
      ArrowDown: { row: at ? now.row + 1 : 0, column: Math.max(0, now.column) },
      ArrowUp: { row: now.row - 1, column: Math.max(0, now.column) },
      ArrowRight: { row: now.row, column: now.column + 1 },
      ArrowLeft: { row: now.row, column: now.column - 1 },
      PageDown: { row: now.row + page, column: Math.max(0, now.column) },
      PageUp: { row: now.row - page, column: Math.max(0, now.column) },
      Home: { row: event.ctrlKey ? 0 : now.row, column: 0 },
      End: { row: event.ctrlKey ? rows - 1 : now.row, column: columns - 1 },
    };
    const to = steps[event.key];
    if (to && rows > 0) {
      event.preventDefault();
      go(to, event.shiftKey);
    } else if (event.key === 'Enter' && at) {
      event.preventDefault();
      setOpen(!open);
    } else if (event.key === ' ' && at) {
      event.preventDefault();
      onMark(at.row, event.shiftKey || event.ctrlKey);
    } else if (event.key === 'Escape' && open) {
      event.stopPropagation();
      setOpen(false);
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'c' && at) {
      event.preventDefault();
      void navigator.clipboard.writeText(copied());
    }
  };
  return {
    at,
    open,
    onKey,
    onPress: (place: Place, more: boolean) => go(place, more),
    onOpen: (place: Place) => {
      go(place, false);
      setOpen(true);
    },
    isIn: ({ row, column }: Place) =>
      block !== null &&
      row >= block.top &&
      row <= block.bottom &&
      column >= block.left &&
      column <= block.right,
  };
}
