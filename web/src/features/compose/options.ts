import type { Aggregate, Measure, PageColumn, TimeStep, View, ViewKind } from '../../api/types';

export interface Choice {
  readonly value: string;
  readonly label: string;
}

export const isCoded = (column: PageColumn): boolean =>
  column.type === 'TEXT' || column.type === 'TAGS' || column.type === 'YES_NO';
export const isTime = (column: PageColumn): boolean =>
  column.type === 'DATE' || column.type === 'DATE_TIME';
export const isNumber = (column: PageColumn): boolean =>
  column.type === 'WHOLE' || column.type === 'DECIMAL';

const AGGREGATES: [Aggregate, string, (column: PageColumn) => boolean][] = [
  ['SUM', 'sum of', isNumber],
  ['AVERAGE', 'average of', isNumber],
  ['MEDIAN', 'median of', (column) => isNumber(column) || isTime(column)],
  ['SMALLEST', 'smallest', (column) => isNumber(column) || isTime(column)],
  ['LARGEST', 'largest', (column) => isNumber(column) || isTime(column)],
  ['DEVIATION', 'standard deviation of', isNumber],
  ['SHARE', 'share of', (column) => column.type === 'YES_NO'],
  ['DISTINCT', 'distinct values of', () => true],
  ['FILLED', 'filled values of', () => true],
];

const inline = (label: string): string =>
  /^\p{Lu}\p{Ll}/u.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label;

export const measureValue = (measure: Measure | null): string =>
  measure?.column ? `${measure.aggregate} ${measure.column}` : 'ROWS';

export function measureOf(value: string): Measure {
  const space = value.indexOf(' ');
  return space < 0
    ? { aggregate: 'ROWS', column: null }
    : { aggregate: value.slice(0, space) as Aggregate, column: value.slice(space + 1) };
}

export function measureChoices(columns: readonly PageColumn[], noun: string): Choice[] {
  const choices: Choice[] = [{ value: 'ROWS', label: `number of ${noun}` }];
  for (const [aggregate, words, fits] of AGGREGATES) {
    for (const column of columns.filter(fits)) {
      choices.push({
        value: `${aggregate} ${column.name}`,
        label: `${words} ${inline(column.label)}`,
      });
    }
  }
  return choices;
}

const STEPS: TimeStep[] = ['YEAR', 'QUARTER', 'MONTH', 'WEEK', 'DAY'];

export const groupingValue = (by: View['by']): string =>
  by ? `${by.step ?? ''} ${by.column}` : '';

export function groupingOf(value: string): View['by'] {
  const space = value.indexOf(' ');
  const step = value.slice(0, space);
  return { column: value.slice(space + 1), step: step === '' ? null : (step as TimeStep) };
}

export function groupingChoices(columns: readonly PageColumn[]): Choice[] {
  return [
    ...columns.filter(isTime).flatMap((column) =>
      STEPS.map((step) => ({
        value: `${step} ${column.name}`,
        label: `${step.toLowerCase()} of ${inline(column.label)}`,
      })),
    ),
    ...columns
      .filter(isCoded)
      .map((column) => ({ value: ` ${column.name}`, label: inline(column.label) })),
  ];
}

export function splitChoices(columns: readonly PageColumn[]): Choice[] {
  return [
    { value: '', label: 'nothing' },
    ...columns
      .filter((column) => isCoded(column) && column.distinct <= 60)
      .map((column) => ({ value: column.name, label: inline(column.label) })),
  ];
}

export const LARGEST: Choice[] = [
  ...[3, 4, 5, 6, 8, 10, 12, 15, 20, 30].map((n) => ({
    value: String(n),
    label: `${n} largest and Other`,
  })),
  { value: '0', label: 'all of them' },
];

export const KINDS: { value: ViewKind; label: string }[] = [
  { value: 'FIGURE', label: 'a figure' },
  { value: 'BARS', label: 'bars' },
  { value: 'LINES', label: 'lines' },
  { value: 'TABLE', label: 'a table' },
];

/** The view drawn another way, with what that way needs filled in. */
export function withKind(view: View, kind: ViewKind, columns: readonly PageColumn[]): View {
  const time = columns.find(isTime);
  const category =
    columns.find(
      (column) => isCoded(column) && column.role === 'CATEGORY' && column.distinct > 1,
    ) ?? columns.find(isCoded);
  const byTime: View['by'] = time ? { column: time.name, step: 'MONTH' } : null;
  const byCategory: View['by'] = category ? { column: category.name, step: null } : null;
  if (kind === 'TABLE') {
    const shown = view.columns.length > 0 ? view.columns : columns.map((c) => c.name).slice(0, 10);
    return { ...view, kind, columns: shown, measure: null, by: null, split: null, sort: view.sort };
  }
  const measure = view.measure ?? { aggregate: 'ROWS', column: null };
  const plain = { ...view, kind, measure, columns: [], sort: [] };
  if (kind === 'FIGURE') return { ...plain, by: null, split: null, largest: 0 };
  const by = view.by ?? (kind === 'LINES' ? (byTime ?? byCategory) : (byCategory ?? byTime));
  return { ...plain, by, largest: by?.step === null ? view.largest || 6 : 0 };
}
