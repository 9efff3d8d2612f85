import type { Face } from '../face';
import { boxOption } from './boxOption';

export const box: Face = {
  chart: { option: boxOption, indexAt: (_, __, y) => y, parts: () => import('./parts') },
};
