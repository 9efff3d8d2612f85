import { useId, useState } from 'react';
import type { Filter, OneOf, ValueCount, ValueCountsAnswer } from '../../api/types';
import { count } from '../../shared/format';
import { Menu } from '../../shared/Menu';
import { say } from '../../words';

interface Props {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  readonly answer: ValueCountsAnswer;
  /** Whether a row can have several of the values. */
  readonly tags: boolean;
  readonly find: string;
  readonly onFind: (text: string) => void;
  readonly onChange: (filter: Filter | null) => void;
}

const SHOWN = 4;

/** Picks values of a category; every value with how many rows it has under all other filters. */
export function ValuesFilter(props: Props) {
  const { column, label, active, answer, tags, find, onFind, onChange } = props;
  const everyTag = active?.kind === 'hasAll'; // rows must have all of the picked, not any
  const none: OneOf = { kind: 'oneOf', column, values: [], blank: false, exclude: false };
  const set: OneOf =
    active?.kind === 'oneOf' ? active : { ...none, values: everyTag ? active.tags : [] };
  const inUse = set.values.length > 0 || set.blank;
  const emit = (next: OneOf, all = everyTag) => {
    if (next.values.length === 0 && !next.blank) onChange(null);
    else if (all && next.values.length > 0) {
      onChange({ kind: 'hasAll', column, tags: [...next.values] });
    } else onChange(next);
  };
  const toggle = (value: string) =>
    emit({
      ...set,
      values: set.values.includes(value)
        ? set.values.filter((picked) => picked !== value)
        : [...set.values, value],
    });
  const most = Math.max(1, ...answer.values.map((item) => item.count), answer.blanks ?? 0);
  const picked = new Set(set.values);
  const rank = (item: ValueCount) => (picked.has(item.value) ? 0 : item.count > 0 ? 1 : 2);
  // the order of the whole dataset, so that nothing jumps; only what is picked comes first, what has no row last
  const first = [...answer.values].sort((x, y) => rank(x) - rank(y));
  const row = (value: string | null, rows: number) => (
    <ValueRow
      key={value ?? '\u0000'}
      name={value}
      rows={rows}
      most={most}
      on={value === null ? set.blank : picked.has(value)}
      onToggle={() => (value === null ? emit({ ...set, blank: !set.blank }, false) : toggle(value))}
      onOnly={() =>
        emit(value === null ? { ...none, blank: true } : { ...none, values: [value] }, false)
      }
    />
  );
  const blankRow = answer.blanks === null ? null : row(null, answer.blanks);
  const rows = first.map((item) => row(item.value, item.count));
  const all = set.blank && blankRow ? [blankRow, ...rows] : blankRow ? [...rows, blankRow] : rows;
  const rest = answer.distinct + (answer.blanks === null ? 0 : 1);
  return (
    <>
      <div className="filter-head">
        <h3 className="filter-label">{label}</h3>
        <span className="soft">
          {inUse
            ? say('filter.of', {
                how: set.exclude ? 'not' : everyTag ? 'all' : 'any',
                values: set.values.length + (set.blank ? 1 : 0),
                rest,
              })
            : say('filter.any')}
        </span>
      </div>
      <div className="filter-body">
        <ul className="values">{all.slice(0, SHOWN)}</ul>
        {(all.length > SHOWN || find !== '') && (
          <Menu
            className="word filter-word"
            label={say('filter.all2', { rest: count(rest) })}
            name={say('filter.allValuesOf', { label })}
          >
            {(close) => (
              <AllValues label={label} find={find} onFind={onFind}>
                <ul className="values all">{all}</ul>
                {answer.distinct > answer.values.length && (
                  <p className="soft">
                    {say('filter.moreTypeToFindThem', {
                      distinct: count(answer.distinct - answer.values.length),
                    })}
                  </p>
                )}
                {answer.values.length === 0 && (
                  <p className="soft">{say('filter.noValueContainsThis')}</p>
                )}
                <p className="menu-end">
                  <button
                    type="button"
                    className="word"
                    onClick={() =>
                      emit({
                        ...set,
                        values: [...new Set([...set.values, ...answer.values.map((v) => v.value)])],
                      })
                    }
                  >
                    {say('filter.allListed')}
                  </button>
                  <button
                    type="button"
                    className="word"
                    disabled={!inUse}
                    onClick={() => onChange(null)}
                  >
                    {say('filter.none')}
                  </button>
                  <button
                    type="button"
                    className="word"
                    disabled={!inUse}
                    onClick={() => emit({ ...set, exclude: !set.exclude }, false)}
                  >
                    {set.exclude
                      ? say('filter.keepOnlyThePicked')
                      : say('filter.leaveThePickedOut')}
                  </button>
                  {tags && (
                    <button
                      type="button"
                      className="word"
                      disabled={set.values.length < 2}
                      onClick={() => emit({ ...set, blank: false, exclude: false }, !everyTag)}
                    >
                      {everyTag ? say('filter.anyOfThem') : say('filter.allOfThemAtOnce')}
                    </button>
                  )}
                  <button type="button" className="word" onClick={close}>
                    {say('filter.done')}
                  </button>
                </p>
                <PastedList onValues={(values) => emit({ ...none, values }, false)} />
              </AllValues>
            )}
          </Menu>
        )}
      </div>
    </>
  );
}

function AllValues({
  label,
  find,
  onFind,
  children,
}: {
  readonly label: string;
  readonly find: string;
  readonly onFind: (text: string) => void;
  readonly children: React.ReactNode;
}) {
  const id = useId();
  return (
    <>
      <label className="sr-only" htmlFor={id}>
        {say('filter.findIn', { label })}
      </label>
      <input
        id={id}
        className="field"
        type="search"
        placeholder={say('filter.findIn', { label })}
        defaultValue={find}
        autoFocus
        onChange={(event) => onFind(event.target.value)}
      />
      {children}
    </>
  );
}

/** A list from elsewhere, a value a line: what the data do not have is told by the server. */
function PastedList({ onValues }: { readonly onValues: (values: string[]) => void }) {
  const [text, setText] = useState('');
  const values = [...new Set(text.split(/[\n\t;]+/).map((value) => value.trim()))].filter(Boolean);
  return (
    <details className="pasted-list">
      <summary className="word">{say('filter.pasteAList')}</summary>
      <textarea
        className="field"
        rows={3}
        aria-label={say('filter.valuesOneALine')}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <button
        type="button"
        className="word"
        disabled={values.length === 0}
        onClick={() => onValues(values)}
      >
        {say('filter.pick', { values: values.length })}
      </button>
    </details>
  );
}

interface RowProps {
  /** Null for blank. */
  readonly name: string | null;
  readonly rows: number;
  readonly most: number;
  readonly on: boolean;
  readonly onToggle: () => void;
  readonly onOnly: () => void;
}

function ValueRow({ name: value, rows, most, on, onToggle, onOnly }: RowProps) {
  const name = value ?? say('filter.blankValue');
  return (
    <li className="value-item">
      <label className={rows === 0 ? 'value-row empty' : 'value-row'}>
        <input type="checkbox" checked={on} onChange={onToggle} />
        <span className={value === null ? 'value-name soft' : 'value-name'} title={name}>
          {name}
        </span>
        <span className="value-bar" aria-hidden="true">
          <span className={on ? 'on' : ''} style={{ width: `${(100 * rows) / most}%` }} />
        </span>
        <span className="value-count">{count(rows)}</span>
      </label>
      <button
        type="button"
        className="only"
        aria-label={say('filter.only', { name })}
        onClick={onOnly}
      >
        {say('filter.only2')}
      </button>
    </li>
  );
}
