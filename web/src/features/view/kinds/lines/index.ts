import type { Face } from '../face';
import { linesNote, linesOption } from './linesOption';

export const lines: Face = {
  chart: { option: linesOption, note: linesNote, indexAt: (_, x) => x, zoom: 'x' },
};
