import type { GroupsAnswer } from '../../api/types';

/** The number of a measure for a group along the axis, one that splits it and one of the panels. */
export const valueAt = (
  answer: GroupsAnswer,
  measure: number,
  axis: number,
  split = 0,
  panel = 0,
): number | null =>
  answer.measures[measure]?.values[
    (axis * answer.splits.length + split) * answer.panels.length + panel
  ] ?? null;

/** The answer of one panel alone; where nothing splits the groups, the panels stand in the splits' place. */
export function ofPanel(answer: GroupsAnswer, isSplit: boolean, panel: number): GroupsAnswer {
  const splits = isSplit ? answer.splits : [ALONE];
  const measures = answer.measures.map((measure, m) => ({
    ...measure,
    values: answer.axis.flatMap((_, a) =>
      splits.map((__, s) =>
        isSplit ? valueAt(answer, m, a, s, panel) : valueAt(answer, m, a, panel),
      ),
    ),
  }));
  const counts = answer.axis.flatMap((_, a) =>
    splits.map(
      (__, s) =>
        answer.counts[
          isSplit
            ? (a * answer.splits.length + s) * answer.panels.length + panel
            : a * answer.splits.length + panel
        ] ?? 0,
    ),
  );
  const rowCount = counts.reduce((all, rows) => all + rows, 0);
  return { ...answer, rowCount, splits: [...splits], panels: [ALONE], measures, counts };
}

/** As the server says that nothing groups. */
const ALONE = { value: '', merged: 0, lastDay: null, partial: false, to: null };

/** The least and the largest sum along the axis that a chart of any panel has to reach, so that all share an axis. */
export function reach(answers: readonly GroupsAnswer[], stacked: boolean): Range {
  const ends = answers.flatMap((answer) =>
    answer.axis.flatMap((_, a) => {
      const values = answer.splits.map((__, s) => valueAt(answer, 0, a, s) ?? 0);
      if (!stacked) return values;
      const sum = (keep: (value: number) => boolean) =>
        values.filter(keep).reduce((all, value) => all + value, 0);
      return [sum((value) => value > 0), sum((value) => value < 0)];
    }),
  );
  const least = ends.reduce((low, value) => Math.min(low, value), 0);
  const most = ends.reduce((high, value) => Math.max(high, value), 0);
  const interval = roundStep((most - least) / MARKS);
  return {
    min: Math.floor(least / interval) * interval,
    max: Math.ceil(most / interval) * interval,
    interval,
  };
}

const MARKS = 4; // along an axis

/** 1, 2 or 5 times a power of ten, not below what is wanted. */
function roundStep(wanted: number): number {
  if (wanted <= 0) return 1;
  const power = 10 ** Math.floor(Math.log10(wanted));
  return power * ([1, 2, 5].find((digit) => digit * power >= wanted * (1 - 1e-9)) ?? 10);
}

/** What an axis reaches from and to, and from mark to mark: round numbers. */
export interface Range {
  readonly min: number;
  readonly max: number;
  readonly interval: number;
}
