import type { GroupsAnswer, Shown, View } from '../../api/types';
import { count, groupLabel, measured } from '../../shared/format';
import { valueAt } from './cells';

/** What a chart shows, for those who do not see it: from where to where, the largest, the smallest, how many groups. */
export function finding(view: View, answer: GroupsAnswer, measures: Shown['measures']): string {
  const by = view.by ?? null;
  const measure = answer.measures[0];
  const text = (value: number) =>
    measured(value, measures[0]?.aggregate ?? 'ROWS', measure?.type ?? null, measure?.format);
  const size = `${count(answer.axis.length)} ${answer.axis.length === 1 ? 'group' : 'groups'}`;
  if (answer.splits.length > 1) {
    return `${size}, each in ${count(answer.splits.length)} parts.`;
  }
  const known = answer.axis.flatMap((key, a) => {
    const value = valueAt(answer, 0, a);
    return value === null || key.merged > 0 ? [] : [{ name: groupLabel(key, by), value }];
  });
  const [first] = known;
  const last = known[known.length - 1];
  if (!first || !last) return `${size}, none with a value.`;
  const most = known.reduce((best, next) => (next.value > best.value ? next : best));
  const least = known.reduce((best, next) => (next.value < best.value ? next : best));
  const course = answer.time
    ? `From ${text(first.value)} in ${first.name} to ${text(last.value)} in ${last.name}. `
    : '';
  return `${course}Largest: ${most.name}, ${text(most.value)}; smallest: ${least.name}, ${text(least.value)}; ${size}.`;
}
