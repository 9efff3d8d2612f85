import type { Face } from '../face';
import { groupOfDot, mapNote, mapOption } from './mapOption';

export const map: Face = {
  chart: {
    option: mapOption,
    note: mapNote,
    zoom: 'geo',
    itemAt: groupOfDot,
    parts: () => import('./parts'),
  },
};
