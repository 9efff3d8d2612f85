import type { Face } from '../face';
import { linesOption } from './linesOption';

export const lines: Face = { chart: { option: linesOption, indexAt: (_, x) => x } };
