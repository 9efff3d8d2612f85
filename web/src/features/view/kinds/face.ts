import type { EChartsCoreOption } from 'echarts/core';
import type { ComponentType } from 'react';
import type { Answer, Failure, Filter, GroupsAnswer, RowsAnswer, View } from '../../../api/types';
import type { Palette } from '../colours';
import type { ViewContext } from '../context';

/** How a kind of view is shown: by itself without a head, as a chart of groups, or as rows. */
export interface Face {
  readonly Alone?: ComponentType<{
    readonly view: View;
    readonly title: string;
    readonly answered: { answer: Answer | null; failure: Failure | null } | undefined;
  }>;
  readonly chart?: {
    readonly option: (
      view: View,
      answer: GroupsAnswer,
      mark: Filter | null,
      colours: Palette,
    ) => EChartsCoreOption;
    /** The group at a place of the chart's grid. */
    readonly indexAt: (x: number, y: number) => number;
  };
  readonly Rows?: ComponentType<{
    readonly view: View;
    readonly answer: RowsAnswer;
    readonly context: ViewContext;
    readonly rounds: number;
  }>;
}
