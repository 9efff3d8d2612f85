import type { Between, Filter, GroupKey, GroupsAnswer, Simple, View } from '../../api/types';
import { isSimple } from '../../shared/datasets';
import { splitLabel } from '../../shared/format';
import type { Part } from './useZoom';

/** The filter that a group of a view stands for; null when the group cannot be marked. */
export const filterOf = (view: View, answer: GroupsAnswer, key: GroupKey): Simple | null =>
  view.by ? filterOn(view.by, answer.axis, key) : null;

/** The filter of one of the groups that a grouping makes. */
function filterOn(
  by: NonNullable<View['by']>,
  groups: readonly GroupKey[],
  key: GroupKey,
): Simple | null {
  const { column, step, part, bins } = by;
  if (part) {
    return key.value === null || key.merged > 0
      ? null
      : { kind: 'parts', column, part, values: [Number(key.value)] };
  }
  if (bins) {
    return key.value === null
      ? null
      : {
          kind: 'between',
          column,
          from: Number(key.value),
          to: key.to === null ? null : Number(key.to),
          belowTo: key !== groups.findLast((other) => other.value !== null),
          blanks: false,
        };
  }
  if (step) {
    return key.value === null
      ? null
      : { kind: 'during', column, from: key.value, to: key.lastDay, blanks: false };
  }
  if (key.merged > 0) {
    const shown = groups.filter((other) => other.merged === 0);
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

/** The filter of a cell, where a group of the axis meets one across; null where one of them cannot be marked. */
export function cellFilter(
  view: View,
  answer: GroupsAnswer,
  key: GroupKey,
  across: GroupKey,
): Filter | null {
  const first = filterOf(view, answer, key);
  const second = view.across ? filterOn(view.across, answer.splits, across) : null;
  return first && second ? { kind: 'both', first, second } : null;
}

/** The filter of the groups of a name that split the others of a view; null where none has it. */
export function splitFilter(view: View, answer: GroupsAnswer, name: string): Simple | null {
  const by = view.split ? splitBy(view.split) : null;
  const key = by && answer.splits.find((one) => splitLabel(one) === name);
  return by && key ? filterOn(by, answer.splits, key) : null;
}

const splitBy = (column: string): NonNullable<View['by']> => ({
  column,
  step: null,
  part: null,
  bins: false,
  width: null,
});

/** Whether a mark keeps a group, or what splits it where that is what is marked. */
export const isPartMarked = (
  mark: Filter,
  view: View,
  key: GroupKey,
  split: GroupKey | undefined,
): boolean => isMarked(mark, split && isOfSplit(mark, view) ? split : key);

/** Whether what splits the groups is marked, and not they. */
export const isOfSplit = (mark: Filter, view: View): boolean =>
  isSimple(mark) && mark.column === view.split && mark.column !== view.by?.column;

/** Whether a cell is among those that a mark keeps: all of a row where a row is marked. */
export const isCellMarked = (mark: Filter, key: GroupKey, across: GroupKey): boolean =>
  mark.kind === 'both'
    ? isMarked(mark.first, key) && isMarked(mark.second, across)
    : isMarked(mark, key);

/** Whether a group is among those that a mark keeps. */
export function isMarked(mark: Filter, key: GroupKey): boolean {
  if (mark.kind === 'parts') return key.value !== null && mark.values.includes(Number(key.value));
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

/** Marks what a filter keeps, or with `add` puts it to what is marked or takes it away; null lifts the mark. */
export function nextMark(before: Filter | null, filter: Filter, add: boolean): Filter | null {
  if (!before) return filter;
  const same = isSimple(before) && isSimple(filter) && before.column === filter.column;
  if (
    add &&
    same &&
    before.kind === 'oneOf' &&
    filter.kind === 'oneOf' &&
    !before.exclude &&
    !filter.exclude
  ) {
    const has = filter.blank
      ? before.blank
      : filter.values.every((value) => before.values.includes(value));
    const values = has
      ? before.values.filter((value) => !filter.values.includes(value))
      : [...before.values, ...filter.values];
    const blank = filter.blank ? !has : before.blank;
    return values.length === 0 && !blank ? null : { ...before, values, blank };
  }
  if (add && same && before.kind === 'parts' && filter.kind === 'parts') {
    const [value = 0] = filter.values;
    const values = before.values.includes(value)
      ? before.values.filter((other) => other !== value)
      : [...before.values, value];
    return values.length === 0 ? null : { ...before, values };
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
  if (first.kind === 'parts') {
    const values = filters.flatMap((filter) => (filter.kind === 'parts' ? filter.values : []));
    return { ...first, values };
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

function between(column: string, from: number, to: number): Between {
  const digits = DIGITS - Math.ceil(Math.log10(Math.max(to - from, Number.MIN_VALUE)));
  const rounded = (value: number) => Number(value.toFixed(Math.min(12, Math.max(0, digits))));
  return {
    kind: 'between',
    column,
    from: rounded(from),
    to: rounded(to),
    belowTo: false,
    blanks: false,
  };
}

/** Columns whose values go right and up. */
interface Axes {
  readonly x: string;
  readonly y: string;
}

/** The rows whose two numbers lie in a box. */
export const boxFilter = (
  columns: Axes,
  low: { readonly x: number; readonly y: number },
  high: { readonly x: number; readonly y: number },
): Filter => ({
  kind: 'both',
  first: between(columns.x, low.x, high.x),
  second: between(columns.y, low.y, high.y),
});

/** The same of a part that is looked at, each number by itself. */
export const betweens = (columns: Axes, part: Part): Between[] => [
  between(columns.x, ...part.x),
  between(columns.y, ...part.y),
];

/** The box that is marked on two columns; null where another thing is. */
export function boxOf(mark: Filter | null, columns: Axes | null) {
  if (mark?.kind !== 'both' || !columns) return null;
  const { first, second } = mark;
  if (first.kind !== 'between' || second.kind !== 'between') return null;
  return first.column === columns.x && second.column === columns.y
    ? { x: [first.from, first.to] as const, y: [second.from, second.to] as const }
    : null;
}
