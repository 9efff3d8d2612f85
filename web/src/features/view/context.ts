import type {
  Answer,
  Between,
  Failure,
  Filter,
  Mark,
  PageData,
  Selection,
  Shown,
  Sort,
  TimeStep,
} from '../../api/types';
import type { TablePart, TableState } from './slices';

/** What came of a question. */
export interface Answered {
  readonly answer: Answer | null;
  readonly failure: Failure | null;
  /** The view that was asked for, as it stands under what is chosen, with its words; null of filters. */
  readonly shown: Shown | null;
  /** What the view's numbers are seen beside: of what is marked elsewhere, of all rows, of its rows; null for nothing. */
  readonly beside: Answer | null;
  /** Why there is nothing beside, where there should be. */
  readonly besideFailure: Failure | null;
}

/** Under which name among the choices the time step of a view stands, where it is another than its own. */
export const stepKey = (view: string): string => `step:${view}`;

/** What every view of a page is given. */
export interface ViewContext {
  readonly data: PageData;
  readonly state: Selection & TableState & { readonly choices: Record<string, string> };
  /** Where this app's answers are asked for. */
  readonly base: string;
  /** Whether the ends of a filter are being dragged: then nothing changes its place. */
  readonly dragging: boolean;
  /** Whether marks only stand out in views that can show a part of their numbers. */
  readonly highlighting: boolean;
  /** Labels of columns whose texts a download makes harmless for spreadsheets. */
  readonly guarded: readonly string[];
  readonly onMark: (view: string, filter: Filter | null) => void;
  readonly onSort: (view: string, sort: readonly Sort[]) => void;
  readonly onTable: (view: string, part: TablePart) => void;
  /** Reads only what is marked in a view, over shorter periods if a step is given; null of a filter for all of it again. */
  readonly onLookInto: (
    view: string,
    column: string,
    filter: Filter | null,
    step: TimeStep | null,
  ) => void;
  /** Asks a view for the rows that these filters keep alone; null for all of them again. */
  readonly onCloser: (view: string, filters: readonly Between[] | null) => void;
  readonly onClear: () => void;
  /** Shows a view alone, as large as the window. */
  readonly onAlone: (view: string) => void;
}

export const markOf = (context: ViewContext, view: string): Mark | null =>
  context.state.marks.find((mark) => mark.view === view) ?? null;
