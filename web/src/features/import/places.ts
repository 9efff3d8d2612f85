import type { Look } from '../../api/types';

/** Pixels. Every row is as high as any other, so that where it stands is known without drawing it. */
export const ROW_HEIGHT = 25;
export const HEAD_HEIGHT = 24;
export const READ_AS_HEIGHT = 40; // type and first value under the letter of a column
export const NAMES_WIDTH = 56; // the numbers of the rows

const CHARACTER = 7.2;
const NARROWEST = 64;
const WIDEST = 220;
const WITH_TYPE = 118;
const LOOKED_AT = 60; // rows
const UNSEEN = 96; // a column whose cells have not come yet

/** Where columns and rows of the raw cells stand. */
export interface Places {
  readonly starts: readonly number[]; // of each column, and behind the last
  readonly top: number; // of the first row
  readonly rows: readonly number[]; // numbers of the rows, in order
}

export function placesOf(look: Look): Places {
  const count = look.parts[look.shown]?.columnCount ?? 0;
  const typed = new Set(look.columns.map((column) => column.column));
  const starts: number[] = [NAMES_WIDTH];
  for (let column = 0; column < count; column += 1) {
    starts.push((starts[column] ?? 0) + widthOf(look, column, typed.has(column)));
  }
  const top = HEAD_HEIGHT + (look.columns.length > 0 ? READ_AS_HEIGHT : 0);
  return { starts, top, rows: look.cells.map((row) => row.number) };
}

function widthOf(look: Look, column: number, typed: boolean): number {
  let longest = -1;
  for (const row of look.cells.slice(0, LOOKED_AT)) {
    const text = row.cells[column];
    if (text !== undefined) longest = Math.max(longest, text.length);
  }
  const width = longest < 0 ? UNSEEN : longest * CHARACTER + 18;
  return Math.round(Math.max(typed ? WITH_TYPE : NARROWEST, Math.min(WIDEST, width)));
}

/** The column at a place, or the nearest. */
export function columnAt(places: Places, x: number): number {
  let low = 0;
  let high = places.starts.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((places.starts[middle] ?? 0) <= x) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The place of a row among those that are held, or the nearest. */
export const rowAt = (places: Places, y: number): number =>
  Math.max(0, Math.min(places.rows.length - 1, Math.floor((y - places.top) / ROW_HEIGHT)));

/** What is seen of a scrolled box, in its own pixels. */
export interface Window {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

const BESIDE = 6; // rows and columns drawn beyond the edges, for a scroll that is faster than the next picture

/** The rows and columns to draw, ends not included. */
export function drawn(places: Places, seen: Window) {
  const columns = places.starts.length - 1;
  return {
    fromRow: Math.max(0, rowAt(places, seen.top + places.top) - BESIDE),
    toRow: Math.min(places.rows.length, rowAt(places, seen.top + seen.height) + BESIDE + 1),
    fromColumn: Math.max(0, columnAt(places, seen.left + NAMES_WIDTH) - BESIDE),
    toColumn: Math.min(columns, columnAt(places, seen.left + seen.width) + BESIDE + 1),
  };
}
