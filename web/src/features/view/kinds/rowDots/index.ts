import type { Face } from '../face';
import { rowDotsNote, rowDotsOption } from './rowDotsOption';

export const rowDots: Face = {
  chart: {
    option: rowDotsOption,
    note: rowDotsNote,
    zoom: 'xy',
    box: ({ by, across }) => (by && across ? { x: across.column, y: by.column } : null),
    parts: () => import('./parts'),
  },
};
