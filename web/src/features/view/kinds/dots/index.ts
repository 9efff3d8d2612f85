import type { Face } from '../face';
import { dotsOption } from './dotsOption';

export const dots: Face = { chart: { option: dotsOption, parts: () => import('./parts') } };
