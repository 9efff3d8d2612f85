import { Select } from 'antd';
import type { Look, ReadingChoices } from '../../api/types';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import howCss from './how.module.css';

interface Props {
  readonly look: Look;
  readonly choices: ReadingChoices;
  readonly onChange: (choices: ReadingChoices) => void;
}

const MARKS: Record<string, string> = { '.': say('import.byAPoint'), ',': say('import.byAComma') };
const ORDERS: Record<string, string> = {
  DAY_FIRST: say('import.dayFirst'),
  MONTH_FIRST: say('import.monthFirst'),
};

/** How numbers and dates are written where that could be either way: found from the values, or as the author says. */
export function ValuesAreRead({ look, choices, onChange }: Props) {
  const marked = look.columns.filter((one) => one.decimalMark !== null);
  const dated = look.columns.filter((one) => one.dates !== null && one.dates in ORDERS);
  return (
    <>
      <Choice
        sentence={say('import.decimalsAreMarked')}
        name={say('import.decimalMark')}
        picked={choices.decimalMark ?? null}
        found={marked.length > 0 ? foundMark(marked) : say('import.asFound')}
        others={MARKS}
        why={
          choices.decimalMark
            ? chosen(marked.filter((one) => one.decimalMark !== choices.decimalMark))
            : reason(marked, say('import.noColumnAmongTheFirst'))
        }
        onPick={(decimalMark) => onChange({ ...choices, decimalMark })}
      />
      <Choice
        sentence={say('import.datesInDigitsAre')}
        name={say('import.orderOfDates')}
        picked={choices.dates ?? null}
        found={dated.length > 0 ? foundOrder(dated) : say('import.asFound')}
        others={ORDERS}
        why={
          choices.dates
            ? chosen(dated.filter((one) => one.dates !== choices.dates))
            : reason(dated, say('import.noColumnAmongTheFirst2'))
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
      <p className={`${authorCss.stepSentence} ${howCss.howSentence}`}>
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
  return marks.size > 1
    ? say('import.byEither')
    : (MARKS[columns[0]?.decimalMark ?? ''] ?? say('import.asFound'));
}

function foundOrder(columns: Look['columns']): string {
  const orders = new Set(columns.map((one) => one.dates));
  return orders.size > 1
    ? say('import.inBothOrders')
    : (ORDERS[columns[0]?.dates ?? ''] ?? say('import.asFound'));
}

function reason(columns: Look['columns'], none: string): string {
  return columns.length === 0
    ? none
    : say('import.foundFromTheValuesOf', { columns: named(columns) });
}

/** @param others columns that the choice cannot change: read so, their values would make no sense */
function chosen(others: Look['columns']): string {
  return others.length === 0
    ? say('import.chosenByHandForColumns')
    : say('import.chosenByHandCanBe', { others: named(others) });
}

function named(columns: Look['columns']): string {
  const names = columns.slice(0, 2).map((one) => `“${one.label}”`);
  const more = columns.length - names.length;
  return `${names.join(', ')}${more > 0 ? say('import.andMore', { more }) : ''}`;
}
