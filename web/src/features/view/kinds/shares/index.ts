import type { Face } from '../face';
import { sharesNote, sharesOption } from './sharesOption';

export const shares: Face = {
  chart: { option: sharesOption, note: sharesNote, parts: () => import('./parts') },
};
