import type { View, ViewKind } from '../../../api/types';
import { bars } from './bars';
import { box } from './box';
import { dots } from './dots';
import type { Face } from './face';
import { figure } from './figure';
import { grid } from './grid';
import { histogram } from './histogram';
import { lines } from './lines';
import { map } from './map';
import { picture } from './picture';
import { record } from './record';
import { rowDots } from './rowDots';
import { shares } from './shares';
import { summary } from './summary';
import { table } from './table';
import { text } from './text';
import { twoWay } from './twoWay';

const FACES: Record<ViewKind, Face> = {
  FIGURE: figure,
  BARS: bars,
  LINES: lines,
  SHARES: shares,
  HISTOGRAM: histogram,
  BOX: box,
  DOTS: dots,
  ROW_DOTS: rowDots,
  GRID: grid,
  MAP: map,
  SUMMARY: summary,
  TWO_WAY: twoWay,
  TABLE: table,
  RECORD: record,
  TEXT: text,
  PICTURE: picture,
};

export const faceOf = (view: View): Face => FACES[view.kind];

/** Whether it shows rows, not numbers made of them. */
export const isOfRows = (view: View): boolean => faceOf(view).Rows !== undefined;
