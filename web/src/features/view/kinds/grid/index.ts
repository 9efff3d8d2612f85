import type { Face } from '../face';
import { gridOption } from './gridOption';

export const grid: Face = {
  chart: {
    option: gridOption,
    indexAt: (_, __, y) => y,
    crossAt: (x) => x,
    parts: () => import('./parts'),
  },
};
