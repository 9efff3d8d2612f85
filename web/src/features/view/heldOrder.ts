import { useMemo, useState } from 'react';
import type { GroupKey, GroupsAnswer } from '../../api/types';
import { valueAt } from './cells';

const nameOf = (key: GroupKey): string => JSON.stringify([key.value, key.merged > 0]);

/** The answer with its groups where they stood before `held` began: what moves under a dragging hand cannot be followed. */
export function useHeldOrder(answer: GroupsAnswer | null, held: boolean): GroupsAnswer | null {
  const names = useMemo(() => answer?.axis.map(nameOf) ?? [], [answer]);
  const [order, setOrder] = useState(names);
  if (!held && order !== names) setOrder(names);
  return useMemo(() => {
    if (answer === null || !held || answer.time) return answer;
    return reordered(answer, [
      ...order.flatMap((name) => (names.includes(name) ? [names.indexOf(name)] : [])),
      ...names.flatMap((name, a) => (order.includes(name) ? [] : [a])),
    ]);
  }, [answer, held, names, order]);
}

/** @param places of each group in the answer given */
export const reordered = (answer: GroupsAnswer, places: readonly number[]): GroupsAnswer => ({
  ...answer,
  axis: places.flatMap((a) => answer.axis[a] ?? []),
  counts: places.flatMap((a) => {
    const width = answer.splits.length * answer.panels.length;
    return answer.counts.slice(a * width, (a + 1) * width);
  }),
  measures: answer.measures.map((measure, m) => ({
    ...measure,
    values: places.flatMap((a) =>
      answer.splits.flatMap((_, s) => answer.panels.map((__, p) => valueAt(answer, m, a, s, p))),
    ),
    totals: measure.totals && {
      ...measure.totals,
      axis: places.map((a) => measure.totals?.axis[a] ?? null),
    },
  })),
});
