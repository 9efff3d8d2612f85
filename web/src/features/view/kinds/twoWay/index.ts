import type { Face } from '../face';
import { TwoWayTable } from './TwoWayTable';

export const twoWay: Face = { Groups: TwoWayTable };
