import type { Face } from '../face';
import { isWhole, nameOf, rowDotsNote, rowDotsOption } from './rowDotsOption';

export const rowDots: Face = {
  chart: {
    option: rowDotsOption,
    note: rowDotsNote,
    zoom: 'xy',
    isCoarse: (rows) => !isWhole({ rows }),
    nameFilter: nameOf,
    box: ({ by, across }) => (by && across ? { x: across.column, y: by.column } : null),
    parts: () => import('./parts'),
  },
};
