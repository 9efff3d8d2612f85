import type { GroupsAnswer, Shown, View } from '../../api/types';

const ADDING = ['ROWS', 'COUNT', 'SUM'];

const isAdditive = (measures: Shown['measures']): boolean =>
  ADDING.includes(measures[0]?.aggregate ?? 'ROWS');

/** Whether the numbers of a view's groups add up to that of all rows: neither averages nor what is derived from others. */
export const addsUp = (view: View, measures: Shown['measures']): boolean =>
  isAdditive(measures) && !view.measure?.derived;

/**
 * For each group of an answer the number of its marked part; null where there is none, or where it cannot be told: Other
 * of an average is no average of averages.
 */
export function partsOf(
  answer: GroupsAnswer,
  beside: GroupsAnswer,
  measures: Shown['measures'],
): (number | null)[] {
  const values = beside.measures[0]?.values ?? [];
  const adds = isAdditive(measures);
  const shown = new Set(answer.axis.flatMap((key) => (key.merged > 0 ? [] : [key.value])));
  return answer.axis.map((key) => {
    if (key.merged === 0) {
      const at = beside.axis.findIndex((other) => other.merged === 0 && other.value === key.value);
      return values[at] ?? (adds ? 0 : null);
    }
    if (!adds) return null;
    return beside.axis.reduce(
      (sum, other, i) =>
        other.merged > 0 || !shown.has(other.value) ? sum + (values[i] ?? 0) : sum,
      0,
    );
  });
}
