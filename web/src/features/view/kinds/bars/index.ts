import type { Face } from '../face';
import { barsOption } from './barsOption';

export const bars: Face = {
  chart: {
    option: barsOption,
    indexAt: (view, x, y) => (view.settings?.upright ? x : y),
    stacks: (view) => view.settings?.arrange !== 'BESIDE',
  },
};
