import type { Aggregate, Grammar, Measure, PageColumn, PageData, View } from '../../api/types';
import { say } from '../../words';

export type GrammarViewKind = Grammar['viewKinds'][number];

export interface Choice {
  readonly value: string;
  readonly label: string;
}

export const NOTHING: Choice = { value: '', label: say('compose.nothing') };

export const isCoded = (column: PageColumn): boolean =>
  column.type === 'TEXT' || column.type === 'TAGS' || column.type === 'YES_NO';
/** Whether rows can be grouped by its values: numbers only where they are a category. */
export const isGrouping = (column: PageColumn): boolean =>
  isCoded(column) || (isNumber(column) && column.role === 'CATEGORY');
export const isTime = (column: Pick<PageColumn, 'type'>): boolean =>
  column.type === 'DATE' || column.type === 'DATE_TIME';
export const isNumber = (column: Pick<PageColumn, 'type'>): boolean =>
  column.type === 'WHOLE' || column.type === 'DECIMAL';

const MANY = 'MANY'; // the value of the choice that opens all others

/** A measure as the value of a control; names of columns have no spaces. */
export const measureValue = (measure: Measure | null): string =>
  measure === null
    ? 'ROWS'
    : isUsual(measure)
      ? [measure.aggregate, measure.column ?? [], measure.with ?? []].flat().join(' ')
      : MANY;

/** Whether it is a number of rows, an aggregate of one column, or a level: what the short list holds. */
const isUsual = (measure: Measure): boolean =>
  !measure.derived &&
  !measure.expression &&
  !measure.percent &&
  (!measure.with || measure.aggregate === 'LEVEL') &&
  (measure.aggregate === 'ROWS' || Boolean(measure.column));

/** Null for the choice of a measure that the short list does not hold. */
export function measureOf(value: string): Measure | null {
  if (value === MANY) return null;
  const [aggregate, column, other] = value.split(' ');
  if (column === undefined) return { aggregate: 'ROWS', column: null };
  return { aggregate: aggregate as Aggregate, column, ...(other ? { with: other } : {}) };
}

/** Each column as it adds up comes first, then all that can be made of one column, then how to say more. */
export function measureChoices(page: PageData, grammar: Grammar, now: Measure | null): Choice[] {
  const { columns } = page;
  const choices: Choice[] = [
    { value: 'ROWS', label: say('compose.numberOf', { noun: page.app.noun }) },
  ];
  for (const measure of page.measures) {
    choices.push({ value: measureValue(measure), label: measureLabel(measure, page, grammar) });
  }
  for (const { aggregate, types, withWords, percent } of grammar.aggregates) {
    if (withWords !== null || percent) continue;
    for (const column of columns.filter((item) => types.includes(item.type))) {
      const measure: Measure = { aggregate, column: column.name };
      const value = measureValue(measure);
      if (!choices.some((choice) => choice.value === value)) {
        choices.push({ value, label: measureLabel(measure, page, grammar) });
      }
    }
  }
  const other = now !== null && !isUsual(now);
  choices.push({
    value: MANY,
    label: other ? measureLabel(now, page, grammar) : say('compose.somethingElse'),
  });
  return choices;
}

const ordinal = (n: number): string => say('compose.ordinal', { n });

/** In the words of the server's sentences. */
export function measureLabel(measure: Measure, page: PageData, grammar: Grammar): string {
  const label = (name: string | null | undefined) =>
    page.columns.find((column) => column.name === name)?.label ?? say('compose.noColumn');
  const words = grammar.aggregates.find((item) => item.aggregate === measure.aggregate);
  const derived = grammar.derived.find((item) => item.derived === measure.derived);
  const plain =
    measure.aggregate === 'ROWS' || !words
      ? say('compose.numberOf', { noun: page.app.noun })
      : `${words.percent ? `${ordinal(Number(measure.percent ?? 50))} ` : ''}${words.words} ${label(measure.column)}` +
        (words.withWords === null ? '' : ` ${words.withWords} ${label(measure.with)}`);
  return derived ? `${plain}, ${derived.words}` : plain;
}

export const groupingValue = (by: View['by']): string => (by ? JSON.stringify(groupBy(by)) : '');

/** With all its fields, in one order. */
const groupBy = (by: NonNullable<View['by']>): NonNullable<View['by']> => ({
  column: by.column,
  step: by.step ?? null,
  part: by.part ?? null,
  bins: by.bins,
  width: by.width ?? null,
});

export const groupingOf = (value: string): View['by'] =>
  value === '' ? null : (JSON.parse(value) as View['by']);

const values = (column: string): NonNullable<View['by']> => ({
  column,
  step: null,
  part: null,
  bins: false,
  width: null,
});

/** Whether each value is a group: only then can the largest be kept. */
export const isOfValues = (by: View['by']): boolean =>
  Boolean(by && !by.step && !by.part && !by.bins);

type Form = GrammarViewKind['groupings'][number];

/** What a kind of view can be grouped by; everything where no kind is given. */
export function groupingChoices(
  columns: readonly PageColumn[],
  grammar: Grammar,
  kind?: GrammarViewKind,
): Choice[] {
  const hasTimes = (column: PageColumn) => column.type === 'DATE_TIME';
  const choice = (by: NonNullable<View['by']>, label: string): Choice => ({
    value: groupingValue(by),
    label,
  });
  const fits = (form: Form) => kind === undefined || kind.groupings.includes(form);
  const periods = (column: PageColumn) =>
    grammar.steps
      .filter((item) => !item.needsTimes || hasTimes(column))
      .map(({ step, words }) =>
        choice({ ...values(column.name), step }, say('compose.of', { words, label: column.label })),
      );
  const parts = (column: PageColumn) =>
    grammar.parts
      .filter((item) => !item.needsTimes || hasTimes(column))
      .map(({ part, words }) =>
        choice({ ...values(column.name), part }, say('compose.of', { words, label: column.label })),
      );
  return [
    ...columns
      .filter(isTime)
      .flatMap((column) => [
        ...(fits('PERIODS') ? periods(column) : []),
        ...(fits('PARTS') ? parts(column) : []),
      ]),
    ...columns
      .filter((column) => fits('VALUES') && isGrouping(column))
      .map((column) => choice(values(column.name), column.label)),
    ...columns
      .filter((column) => fits('BINS') && isNumber(column))
      .map((column) =>
        choice(
          { ...values(column.name), bins: true },
          say('compose.inBins', { label: column.label }),
        ),
      ),
  ];
}

export function splitChoices(columns: readonly PageColumn[]): Choice[] {
  return [
    { value: '', label: say('compose.nothing') },
    ...columns
      .filter((column) => isGrouping(column) && column.distinct <= 60)
      .map((column) => ({ value: column.name, label: column.label })),
  ];
}

export const LARGEST: Choice[] = [
  ...[3, 4, 5, 6, 8, 10, 12, 15, 20, 30].map((n) => ({
    value: String(n),
    label: say('compose.largestAndOther', { n }),
  })),
  { value: '0', label: say('compose.allOfThem') },
];

/** The kinds of views that the columns allow. */
export const kindsFor = (page: PageData, grammar: Grammar): GrammarViewKind[] =>
  grammar.viewKinds.filter((kind) => page.kinds.includes(kind.kind));

/** Grouped anew: numbers that are categories stay in their order, all of them. */
export function withGrouping(view: View, by: View['by'], columns: readonly PageColumn[]): View {
  const column = columns.find((item) => item.name === by?.column);
  const inOrder = isOfValues(by) && column !== undefined && isNumber(column);
  const largest = isOfValues(by) && !inOrder ? view.largest || 6 : 0;
  return { ...view, by: by ?? null, largest, order: inOrder ? 'LABEL' : null };
}

export const formOf = (by: NonNullable<View['by']>): Form =>
  by.step ? 'PERIODS' : by.part ? 'PARTS' : by.bins ? 'BINS' : 'VALUES';
