import { Select } from 'antd';
import type { Look, ReadingChoices } from '../../api/types';

interface Props {
  readonly look: Look;
  readonly choices: ReadingChoices;
  readonly onChange: (choices: ReadingChoices) => void;
}

const MARKS: Record<string, string> = { '.': 'by a point', ',': 'by a comma' };
const ORDERS: Record<string, string> = { DAY_FIRST: 'day first', MONTH_FIRST: 'month first' };

/** How numbers and dates are written where that could be either way: found from the values, or as the author says. */
export function ValuesAreRead({ look, choices, onChange }: Props) {
  const marked = look.columns.filter((one) => one.decimalMark !== null);
  const dated = look.columns.filter((one) => one.dates !== null && one.dates in ORDERS);
  return (
    <>
      <p className="step-sentence">
        Decimals are marked{' '}
        <Select
          size="small"
          aria-label="Decimal mark"
          value={choices.decimalMark ?? ''}
          options={[
            { value: '', label: marked.length > 0 ? foundMark(marked) : 'as found' },
            ...Object.entries(MARKS).map(([value, label]) => ({ value, label })),
          ]}
          popupMatchSelectWidth={180}
          onChange={(mark) => onChange({ ...choices, decimalMark: mark === '' ? null : mark })}
        />
      </p>
      <p className="soft">
        {choices.decimalMark
          ? chosen(marked.filter((one) => one.decimalMark !== choices.decimalMark))
          : reason(marked, 'no column among the first rows has decimals')}
      </p>
      <p className="step-sentence">
        Dates in digits are{' '}
        <Select
          size="small"
          aria-label="Order of dates"
          value={choices.dates ?? ''}
          options={[
            { value: '', label: dated.length > 0 ? foundOrder(dated) : 'as found' },
            ...Object.entries(ORDERS).map(([value, label]) => ({ value, label })),
          ]}
          popupMatchSelectWidth={180}
          onChange={(dates) => onChange({ ...choices, dates: dates === '' ? null : dates })}
        />
      </p>
      <p className="soft">
        {choices.dates
          ? chosen(dated.filter((one) => one.dates !== choices.dates))
          : reason(dated, 'no column among the first rows leaves a choice')}
      </p>
    </>
  );
}

function foundMark(columns: Look['columns']): string {
  const marks = new Set(columns.map((one) => one.decimalMark));
  return marks.size > 1
    ? 'by either'
    : (MARKS[columns[0]?.decimalMark ?? ''] ?? 'as found');
}

function foundOrder(columns: Look['columns']): string {
  const orders = new Set(columns.map((one) => one.dates));
  return orders.size > 1 ? 'in both orders' : (ORDERS[columns[0]?.dates ?? ''] ?? 'as found');
}

function reason(columns: Look['columns'], none: string): string {
  return columns.length === 0 ? none : `found from the values of ${named(columns)}`;
}

/** @param others columns that the choice cannot change: read so, their values would make no sense */
function chosen(others: Look['columns']): string {
  return others.length === 0
    ? 'chosen by hand, for columns that could be read in both ways'
    : `chosen by hand; ${named(others)} can be read in one way only`;
}

function named(columns: Look['columns']): string {
  const names = columns.slice(0, 2).map((one) => `“${one.label}”`);
  const more = columns.length - names.length;
  return `${names.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}
