import type {
  Aggregate,
  Measure,
  PageColumn,
  PageData,
  TimeStep,
  View,
  ViewKind,
} from '../../api/types';

export interface Choice {
  readonly value: string;
  readonly label: string;
}

export const isCoded = (column: PageColumn): boolean =>
  column.type === 'TEXT' || column.type === 'TAGS' || column.type === 'YES_NO';
/** Whether rows can be grouped by its values: numbers only where they are a category. */
export const isGrouping = (column: PageColumn): boolean =>
  isCoded(column) || (isNumber(column) && column.role === 'CATEGORY');
export const isTime = (column: PageColumn): boolean =>
  column.type === 'DATE' || column.type === 'DATE_TIME';
export const isNumber = (column: PageColumn): boolean =>
  column.type === 'WHOLE' || column.type === 'DECIMAL';

const AGGREGATES: [Aggregate, string, (column: PageColumn) => boolean][] = [
  ['SUM', 'sum of', isNumber],
  ['AVERAGE', 'average of', isNumber],
  ['MEDIAN', 'median of', (column) => isNumber(column) || isTime(column)],
  ['MIN', 'smallest of', (column) => isNumber(column) || isTime(column)],
  ['MAX', 'largest of', (column) => isNumber(column) || isTime(column)],
  ['STDDEV', 'standard deviation of', isNumber],
  ['SHARE', 'share of', (column) => column.type === 'YES_NO'],
  ['DISTINCT', 'distinct values of', () => true],
  ['COUNT', 'filled values of', () => true],
];

/** A measure as the value of a control; names of columns have no spaces. */
export const measureValue = (measure: Measure | null): string =>
  measure?.column
    ? [measure.aggregate, measure.column, ...(measure.with ? [measure.with] : [])].join(' ')
    : 'ROWS';

export function measureOf(value: string): Measure {
  const [aggregate, column, other] = value.split(' ');
  if (column === undefined) return { aggregate: 'ROWS', column: null };
  return { aggregate: aggregate as Aggregate, column, ...(other ? { with: other } : {}) };
}

/** Each column as it adds up comes first, then all that can be made of each. */
export function measureChoices(page: PageData): Choice[] {
  const { columns } = page;
  const choices: Choice[] = [{ value: 'ROWS', label: `number of ${page.app.noun}` }];
  const label = (name: string | null | undefined) =>
    columns.find((column) => column.name === name)?.label ?? '';
  for (const measure of page.measures) {
    const words = AGGREGATES.find(([aggregate]) => aggregate === measure.aggregate)?.[1];
    choices.push({
      value: measureValue(measure),
      label:
        measure.aggregate === 'LEVEL'
          ? `sum of ${label(measure.column)} at the last ${label(measure.with)}`
          : `${words} ${label(measure.column)}`,
    });
  }
  for (const [aggregate, words, fits] of AGGREGATES) {
    for (const column of columns.filter(fits)) {
      const value = `${aggregate} ${column.name}`;
      if (!choices.some((choice) => choice.value === value)) {
        choices.push({ value, label: `${words} ${column.label}` });
      }
    }
  }
  return choices;
}

const STEPS: TimeStep[] = ['YEAR', 'QUARTER', 'MONTH', 'WEEK', 'DAY'];

/** Months, or the longer periods that the column is of. */
const usualStep = (column: PageColumn): TimeStep =>
  column.format?.kind === 'YEAR' || column.format?.kind === 'QUARTER'
    ? column.format.kind
    : 'MONTH';

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
        label: `${step.toLowerCase()} of ${column.label}`,
      })),
    ),
    ...columns
      .filter(isGrouping)
      .map((column) => ({ value: ` ${column.name}`, label: column.label })),
  ];
}

export function splitChoices(columns: readonly PageColumn[]): Choice[] {
  return [
    { value: '', label: 'nothing' },
    ...columns
      .filter((column) => isGrouping(column) && column.distinct <= 60)
      .map((column) => ({ value: column.name, label: column.label })),
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

/** Grouped anew: numbers that are categories stay in their order, all of them. */
export function withGrouping(view: View, by: View['by'], columns: readonly PageColumn[]): View {
  const column = columns.find((item) => item.name === by?.column);
  const inOrder = by?.step === null && column !== undefined && isNumber(column);
  const largest = by?.step === null && !inOrder ? view.largest || 6 : 0;
  return { ...view, by, largest, order: inOrder ? 'LABEL' : null };
}

/** The view drawn another way, with what that way needs filled in. */
export function withKind(view: View, kind: ViewKind, page: PageData): View {
  const { columns } = page;
  const time = columns.find(isTime);
  const category =
    columns.find(
      (column) => isGrouping(column) && column.role === 'CATEGORY' && column.distinct > 1,
    ) ?? columns.find(isCoded);
  const byTime: View['by'] = time ? { column: time.name, step: usualStep(time) } : null;
  const byCategory: View['by'] = category ? { column: category.name, step: null } : null;
  if (kind === 'TABLE') {
    const shown = view.columns.length > 0 ? view.columns : columns.map((c) => c.name).slice(0, 10);
    return { ...view, kind, columns: shown, measure: null, by: null, split: null, sort: view.sort };
  }
  const measure = view.measure ?? page.measures[0] ?? { aggregate: 'ROWS', column: null };
  const plain = { ...view, kind, measure, columns: [], sort: [] };
  if (kind === 'FIGURE') return { ...plain, by: null, split: null, largest: 0 };
  const by = view.by ?? (kind === 'LINES' ? (byTime ?? byCategory) : (byCategory ?? byTime));
  return withGrouping(plain, by, columns);
}
