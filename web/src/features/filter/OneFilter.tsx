import type { Filter, ValueCountsAnswer } from '../../api/types';
import { count } from '../../shared/format';
import { say } from '../../words';

interface Props {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  readonly answer: ValueCountsAnswer;
  readonly onChange: (filter: Filter | null) => void;
}

const ANY = 'any';
const BLANK = 'blank';
const VALUE = 'v:'; // before a value, which may be called anything

/** Picks one value of a category, or any; each with how many rows it has under all other filters. */
export function OneFilter({ column, label, active, answer, onChange }: Props) {
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
  return (
    <>
      <div className="filter-head">
        <h3 className="filter-label">{label}</h3>
      </div>
      <div className="filter-body">
        <select
          className="field one-value"
          aria-label={label}
          value={value}
          onChange={(event) => pick(event.target.value)}
        >
          <option value={ANY}>{say('filter.any')}</option>
          {answer.values.map((item) => (
            <option key={item.value} value={VALUE + item.value}>
              {say('filter.valueAndRows', { value: item.value, rows: count(item.count) })}
            </option>
          ))}
          {answer.blanks !== null && (
            <option value={BLANK}>
              {say('filter.valueAndRows', {
                value: say('filter.blankValue'),
                rows: count(answer.blanks),
              })}
            </option>
          )}
        </select>
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
