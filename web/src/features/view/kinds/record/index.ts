import type { Face } from '../face';
import { RecordView } from './RecordView';

export const record: Face = { Rows: RecordView };
