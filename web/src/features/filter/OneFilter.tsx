import { useId } from 'react';
import type { Filter, ValueCountsAnswer } from '../../api/types';
import { count } from '../../shared/format';
import { say } from '../../words';
import filterCss from './filter.module.css';

interface Props {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  readonly answer: ValueCountsAnswer;
  /** Whether its values stand in sight, and not in a list that opens. */
  readonly inSight: boolean;
  readonly onChange: (filter: Filter | null) => void;
}

const ANY = 'any';
const BLANK = 'blank';
const VALUE = 'v:'; // before a value, which may be called anything

/** Picks one value of a category, or any; each with how many rows it has under all other filters. */
export function OneFilter({ column, label, active, answer, inSight, onChange }: Props) {
  const id = useId();
  const picked = active?.kind === 'oneOf' ? active : null;
  const [first] = picked?.values ?? [];
  const value = first !== undefined ? VALUE + first : picked?.blank ? BLANK : ANY;
  const pick = (next: string) =>
    onChange(
      next === ANY
        ? null
        : {
            kind: 'oneOf',
            column,
            values: next === BLANK ? [] : [next.slice(VALUE.length)],
            blank: next === BLANK,
            exclude: false,
          },
    );
  const options = [
    { value: ANY, label: say('filter.any'), rows: null },
    ...answer.values.map((item) => ({
      value: VALUE + item.value,
      label: item.value,
      rows: item.count,
    })),
    ...(answer.blanks === null
      ? []
      : [{ value: BLANK, label: say('filter.blankValue'), rows: answer.blanks }]),
  ];
  return (
    <>
      <div className={filterCss.filterHead}>
        <h3 className={filterCss.filterLabel}>{label}</h3>
      </div>
      <div className={filterCss.filterBody}>
        {inSight ? (
          <span role="radiogroup" aria-label={label}>
            {options.map((option) => (
              <label
                key={option.value}
                className={
                  option.rows === 0
                    ? `${filterCss.valueRow} ${filterCss.empty}`
                    : filterCss.valueRow
                }
              >
                <input
                  type="radio"
                  name={id}
                  checked={option.value === value}
                  onChange={() => pick(option.value)}
                />
                <span className={filterCss.valueName} title={option.label}>
                  {option.label}
                </span>
                <span />
                <span className={filterCss.valueCount}>
                  {option.rows === null ? '' : count(option.rows)}
                </span>
              </label>
            ))}
          </span>
        ) : (
          <select
            className="field"
            aria-label={label}
            value={value}
            onChange={(event) => pick(event.target.value)}
          >
            {options.map((option) => (
              <option key={option.value} value={option.value}>
                {option.rows === null
                  ? option.label
                  : say('filter.valueAndRows', { value: option.label, rows: count(option.rows) })}
              </option>
            ))}
          </select>
        )}
        {answer.distinct > answer.values.length && (
          <p className="soft">
            {say('filter.moreAreNotListed', {
              more: count(answer.distinct - answer.values.length),
            })}
          </p>
        )}
      </div>
    </>
  );
}
