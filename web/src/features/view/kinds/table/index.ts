import type { Face } from '../face';
import { TableView } from './TableView';

export const table: Face = { Rows: TableView };
