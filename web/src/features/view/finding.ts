import type { GroupsAnswer, PageColumn, Shown, View } from '../../api/types';
import { groupLabel, measured } from '../../shared/format';
import { valueAt } from './cells';
import { say } from '../../words';

/** What a chart shows, for those who do not see it: from where to where, the largest, the smallest, how many groups. */
export function finding(
  view: View,
  answer: GroupsAnswer,
  measures: Shown['measures'],
  columns: readonly PageColumn[],
): string {
  const by = view.by ?? null;
  const measure = answer.measures[0];
  const text = (value: number) =>
    measured(value, measures[0]?.aggregate ?? 'ROWS', measure?.type ?? null, measure?.format);
  const size = say('view.groupCount', { groups: answer.axis.length });
  if (answer.splits.length > 1) {
    return say('view.eachInParts', { size, splits: answer.splits.length });
  }
  const known = answer.axis.flatMap((key, a) => {
    const value = valueAt(answer, 0, a);
    return value === null || key.merged > 0 ? [] : [{ name: groupLabel(key, by, columns), value }];
  });
  const [first] = known;
  const last = known[known.length - 1];
  if (!first || !last) return say('view.noneWithAValue', { size });
  const most = known.reduce((best, next) => (next.value > best.value ? next : best));
  const least = known.reduce((best, next) => (next.value < best.value ? next : best));
  const course = answer.time
    ? say('view.course', {
        from: text(first.value),
        first: first.name,
        to: text(last.value),
        last: last.name,
      })
    : '';
  return say('view.extremes', {
    course,
    most: most.name,
    largest: text(most.value),
    least: least.name,
    smallest: text(least.value),
    size,
  });
}
