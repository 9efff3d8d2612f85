import type { EChartsCoreOption } from 'echarts/core';
import type { ComponentType } from 'react';
import type {
  Answer,
  ExtremesAnswer,
  Filter,
  GroupsAnswer,
  PageColumn,
  RowsAnswer,
  Shown,
  View,
} from '../../../api/types';
import type { Range } from '../cells';
import type { Palette } from '../colours';
import type { Answered, ViewContext } from '../context';
import type { Part, Zooming } from '../useZoom';

/** What a chart is drawn from. */
export interface Drawing {
  readonly view: View;
  readonly answer: GroupsAnswer;
  readonly mark: Filter | null;
  /** Of each group what is marked in another view; null where nothing stands out. */
  readonly parts: readonly (number | null)[] | null;
  /** Rows behind it, where its kind asks for them; else null. */
  readonly rows: RowsAnswer | null;
  /** The rows at the ends of each group, where its kind asks for them; else null. */
  readonly ends: ExtremesAnswer | null;
  readonly columns: readonly PageColumn[];
  readonly colours: Palette;
  /** What each measure of the answer is called. */
  readonly measures: Shown['measures'];
  /** What the axis of all panels reaches to; null for a chart that stands alone. */
  readonly range: Range | null;
  /** How many times as large as the whole a map is looked at. */
  readonly zoom: number;
  /** The part that is looked at, where it was asked for by itself; else null. */
  readonly part: Part | null;
  /** Whether dragging draws a box, where it else moves. */
  readonly isBoxing: boolean;
  /** Size in pixels. */
  readonly width: number;
  readonly height: number;
}

export interface GroupsProps {
  readonly view: View;
  readonly answer: GroupsAnswer;
  /** What its numbers are seen beside; null for nothing. */
  readonly beside: Answer | null;
  readonly context: ViewContext;
  readonly title: string;
  readonly measures: Shown['measures'];
}

/** How a kind of view is shown: by itself without a head, as a chart of groups, as other things of groups, or as rows. */
export interface Face {
  /** Whether it shows no number that could be asked about. */
  readonly numberless?: true;
  readonly Alone?: ComponentType<{
    readonly view: View;
    readonly title: string;
    readonly answered: Answered | undefined;
    readonly context: ViewContext;
  }>;
  readonly chart?: {
    readonly option: (drawing: Drawing) => EChartsCoreOption;
    /** The group at a place of the chart's grid; without it each drawn item is a group. */
    readonly indexAt?: (view: View, x: number, y: number) => number;
    /** The group across at a place of the grid, where a press marks the cell of both. */
    readonly crossAt?: (x: number) => number;
    /** Columns whose values go right and up, where a box can be dragged over them. */
    readonly box?: (view: View) => { readonly x: string; readonly y: string } | null;
    /** What a name above the chart stands for; the group of that name that splits the others where it is not given. */
    readonly nameFilter?: (drawing: Drawing, name: string) => Filter | null;
    /** Whether more would be seen of a part of it closer: then that is asked for. @param rows behind the numbers */
    readonly isCoarse?: (rows: RowsAnswer | null) => boolean;
    /** The group that a drawn item is, where not every group is drawn; or where to look closer, for one of several. */
    readonly itemAt?: (drawing: Drawing, item: number) => number | readonly [number, number];
    /** Whether the parts of a group stand on one another. */
    readonly stacks?: (view: View) => boolean;
    /** What of it can be looked at closer; nothing where it is not given. */
    readonly zoom?: Zooming;
    /** What is not drawn, and why; null where all is. */
    readonly note?: (drawing: Drawing) => string | null;
    /** Parts of the chart library that this kind alone needs, loaded with its first chart. */
    readonly parts?: () => Promise<unknown>;
  };
  readonly Groups?: ComponentType<GroupsProps>;
  readonly Rows?: ComponentType<{
    readonly view: View;
    readonly answer: RowsAnswer;
    /** What stands below the rows; null for nothing. */
    readonly beside: Answer | null;
    readonly measures: Shown['measures'];
    readonly context: ViewContext;
    readonly rounds: number;
  }>;
}
