import type { Face } from '../face';
import { sharesOption } from './sharesOption';

export const shares: Face = {
  chart: { option: sharesOption, parts: () => import('./parts') },
};
