import type { Face } from '../face';
import { FigureView } from './FigureView';

export const figure: Face = { Alone: FigureView };
