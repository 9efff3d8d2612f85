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
      <Choice
        sentence="Decimals are marked"
        name="Decimal mark"
        picked={choices.decimalMark ?? null}
        found={marked.length > 0 ? foundMark(marked) : 'as found'}
        others={MARKS}
        why={
          choices.decimalMark
            ? chosen(marked.filter((one) => one.decimalMark !== choices.decimalMark))
            : reason(marked, 'no column among the first rows has decimals')
        }
        onPick={(decimalMark) => onChange({ ...choices, decimalMark })}
      />
      <Choice
        sentence="Dates in digits are"
        name="Order of dates"
        picked={choices.dates ?? null}
        found={dated.length > 0 ? foundOrder(dated) : 'as found'}
        others={ORDERS}
        why={
          choices.dates
            ? chosen(dated.filter((one) => one.dates !== choices.dates))
            : reason(dated, 'no column among the first rows leaves a choice')
        }
        onPick={(dates) => onChange({ ...choices, dates: dates as ReadingChoices['dates'] })}
      />
    </>
  );
}

interface ChoiceProps {
  readonly sentence: string;
  readonly name: string;
  readonly picked: string | null; // null: as found
  readonly found: string;
  readonly others: Record<string, string>;
  readonly why: string;
  readonly onPick: (value: string | null) => void;
}

function Choice({ sentence, name, picked, found, others, why, onPick }: ChoiceProps) {
  return (
    <>
      <p className="step-sentence">
        {sentence}{' '}
        <Select
          size="small"
          aria-label={name}
          value={picked ?? ''}
          options={[
            { value: '', label: found },
            ...Object.entries(others).map(([value, label]) => ({ value, label })),
          ]}
          popupMatchSelectWidth={180}
          onChange={(value) => onPick(value === '' ? null : value)}
        />
      </p>
      <p className="soft">{why}</p>
    </>
  );
}

function foundMark(columns: Look['columns']): string {
  const marks = new Set(columns.map((one) => one.decimalMark));
  return marks.size > 1 ? 'by either' : (MARKS[columns[0]?.decimalMark ?? ''] ?? 'as found');
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
