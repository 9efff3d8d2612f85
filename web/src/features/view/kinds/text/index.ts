import type { Face } from '../face';
import { TextView } from './TextView';

export const text: Face = { numberless: true, Alone: TextView };
