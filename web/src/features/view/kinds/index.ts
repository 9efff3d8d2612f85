import type { View, ViewKind } from '../../../api/types';
import { bars } from './bars';
import type { Face } from './face';
import { figure } from './figure';
import { histogram } from './histogram';
import { lines } from './lines';
import { table } from './table';

const FACES: Record<ViewKind, Face> = {
  FIGURE: figure,
  BARS: bars,
  LINES: lines,
  HISTOGRAM: histogram,
  TABLE: table,
};

export const faceOf = (view: View): Face => FACES[view.kind];

/** Whether it shows rows, not numbers made of them. */
export const isOfRows = (view: View): boolean => faceOf(view).Rows !== undefined;
