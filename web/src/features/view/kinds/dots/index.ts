import type { Face } from '../face';
import { dotsNote, dotsOption } from './dotsOption';

export const dots: Face = {
  chart: { option: dotsOption, note: dotsNote, zoom: 'xy', parts: () => import('./parts') },
};
