import type { Face } from '../face';
import { axesOf, groupOfDot, mapNote, mapOption } from './mapOption';

export const map: Face = {
  chart: {
    option: mapOption,
    note: mapNote,
    zoom: 'geo',
    box: axesOf,
    itemAt: groupOfDot,
    parts: () => import('./parts'),
  },
};
