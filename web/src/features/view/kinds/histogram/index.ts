import type { Face } from '../face';
import { histogramOption } from './histogramOption';

export const histogram: Face = {
  chart: { option: histogramOption, indexAt: (_, x) => x, zoom: 'x' },
};
