import type { GroupKey, GroupsAnswer, View } from '../../../../api/types';

export interface Compared {
  readonly now: GroupKey;
  readonly value: number | null;
  /** The period compared with; null where the data do not reach back so far. */
  readonly before: GroupKey | null;
  readonly earlier: number | null;
}

type Compare = NonNullable<NonNullable<View['settings']>['compare']>;

/** The latest period that is over, beside the one before it or the one that began a year earlier. */
export function comparison(answer: GroupsAnswer, compare: Compare | null): Compared | null {
  if (compare === null || compare === 'ALL') return null;
  const values = answer.measures[0]?.values ?? [];
  const whole = answer.axis.findLastIndex((key) => !key.partial && key.value !== null);
  const now = answer.axis[whole];
  if (!now) return null;
  const back =
    compare === 'BEFORE'
      ? whole - 1
      : answer.axis.findIndex((key) => key.value === aYearBefore(now));
  const before = answer.axis[back] ?? null;
  return {
    now,
    value: values[whole] ?? null,
    before: before?.value === null ? null : before,
    earlier: before ? (values[back] ?? null) : null,
  };
}

/** First day of the period a year earlier; weeks go back 52, so that they begin on the same weekday. */
function aYearBefore({ value, lastDay }: GroupKey): string {
  const from = new Date(`${(value ?? '').slice(0, 10)}T00:00:00Z`);
  const days = lastDay ? (Date.parse(`${lastDay}T00:00:00Z`) - from.getTime()) / 86_400_000 : 0;
  if (days === 6) from.setUTCDate(from.getUTCDate() - 364);
  else from.setUTCFullYear(from.getUTCFullYear() - 1);
  return from.toISOString().slice(0, 10);
}
