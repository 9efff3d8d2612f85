import type { Filter, GroupKey, GroupsAnswer, View } from '../../api/types';

/** The filter that a group of a view stands for; null when the group cannot be marked. */
export function filterOf(view: View, answer: GroupsAnswer, key: GroupKey): Filter | null {
  if (!view.by) return null;
  const { column, step, part, bins } = view.by;
  if (part) return null; // a weekday is no range of dates
  if (bins) {
    return key.value === null
      ? null
      : {
          kind: 'between',
          column,
          from: Number(key.value),
          to: key.to === null ? null : Number(key.to),
          belowTo: key !== answer.axis.findLast((other) => other.value !== null),
          blanks: false,
        };
  }
  if (step) {
    return key.value === null
      ? null
      : { kind: 'during', column, from: key.value, to: key.lastDay, blanks: false };
  }
  if (key.merged > 0) {
    const shown = answer.axis.filter((other) => other.merged === 0);
    return {
      kind: 'oneOf',
      column,
      values: shown.flatMap((other) => (other.value === null ? [] : [other.value])),
      blank: shown.some((other) => other.value === null),
      exclude: true,
    };
  }
  return {
    kind: 'oneOf',
    column,
    values: key.value === null ? [] : [key.value],
    blank: key.value === null,
    exclude: false,
  };
}

/** Whether a group is among those that a mark keeps. */
export function isMarked(mark: Filter, key: GroupKey): boolean {
  if (mark.kind === 'during') {
    return (
      key.value !== null &&
      (mark.from === null || key.value >= mark.from) &&
      (mark.to === null || key.value <= mark.to)
    );
  }
  if (mark.kind === 'between') {
    return (
      key.value !== null &&
      (mark.from === null || Number(key.value) >= mark.from) &&
      key.to !== null &&
      (mark.to === null || Number(key.to) <= mark.to)
    );
  }
  if (mark.kind !== 'oneOf') return false;
  if (mark.exclude) return key.merged > 0;
  if (key.merged > 0) return false;
  return key.value === null ? mark.blank : mark.values.includes(key.value);
}

/** Marks a group, or with `add` puts it to those marked or takes it away; null lifts the mark. */
export function nextMark(
  before: Filter | null,
  view: View,
  answer: GroupsAnswer,
  key: GroupKey,
  add: boolean,
): Filter | null {
  const filter = filterOf(view, answer, key);
  if (!filter || !before) return filter;
  if (
    add &&
    before.kind === 'oneOf' &&
    filter.kind === 'oneOf' &&
    !before.exclude &&
    !filter.exclude
  ) {
    const has = isMarked(before, key);
    const values = has
      ? before.values.filter((value) => value !== key.value)
      : [...before.values, ...filter.values];
    const blank = key.value === null ? !has : before.blank;
    return values.length === 0 && !blank ? null : { ...before, values, blank };
  }
  return JSON.stringify(before) === JSON.stringify(filter) ? null : filter;
}

/** The filter of all groups from one place along the axis to another: what a dragged span stands for. */
export function spanFilter(
  view: View,
  answer: GroupsAnswer,
  from: number,
  to: number,
): Filter | null {
  const [low, high] = from <= to ? [from, to] : [to, from];
  const filters = answer.axis
    .slice(Math.max(0, low), high + 1)
    .filter((key) => key.merged === 0)
    .flatMap((key) => filterOf(view, answer, key) ?? []);
  const [first] = filters;
  const last = filters[filters.length - 1];
  if (!first || !last) return null;
  if (first.kind === 'during' && last.kind === 'during') return { ...first, to: last.to };
  if (first.kind === 'between' && last.kind === 'between') {
    return { ...first, to: last.to, belowTo: last.belowTo };
  }
  if (first.kind !== 'oneOf') return first;
  const all = filters.flatMap((filter) => (filter.kind === 'oneOf' ? [filter] : []));
  return {
    ...first,
    values: all.flatMap((filter) => filter.values),
    blank: all.some((filter) => filter.blank),
  };
}

const DIGITS = 4; // that an end of a dragged box is rounded to: finer than a hand can drag

/** The rows whose two numbers lie in a box. */
export function boxFilter(
  columns: { readonly x: string; readonly y: string },
  low: { readonly x: number; readonly y: number },
  high: { readonly x: number; readonly y: number },
): Filter {
  const between = (column: string, from: number, to: number) => {
    const digits = DIGITS - Math.ceil(Math.log10(Math.max(to - from, Number.MIN_VALUE)));
    const rounded = (value: number) => Number(value.toFixed(Math.min(12, Math.max(0, digits))));
    return {
      kind: 'between' as const,
      column,
      from: rounded(from),
      to: rounded(to),
      belowTo: false,
      blanks: false,
    };
  };
  return {
    kind: 'box',
    across: between(columns.x, low.x, high.x),
    up: between(columns.y, low.y, high.y),
  };
}
