import type { Face } from '../face';
import { SummaryTable } from './SummaryTable';

export const summary: Face = { Groups: SummaryTable };
