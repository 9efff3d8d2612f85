import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useId, useMemo, useRef, useState } from 'react';
import type { Filter, OneOf, ValueCount, ValueCountsAnswer } from '../../api/types';
import { count } from '../../shared/format';
import { Menu } from '../../shared/Menu';
import { ValueRow } from './ValueRow';
import { say } from '../../words';
import filterCss from './filter.module.css';
import css from './ValuesFilter.module.css';

/** What a list of values is given, whichever column they are of. */
export interface ListProps {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  /** Whether a row can have several of the values. */
  readonly tags: boolean;
  /** Whether its values stand in sight as far as there is room, and not the first few alone. */
  readonly inSight: boolean;
  readonly find: string;
  readonly onFind: (text: string) => void;
  readonly onWhole: (whole: boolean) => void;
  readonly onChange: (filter: Filter | null) => void;
}

interface Props extends ListProps {
  readonly answer: ValueCountsAnswer;
  /** Without its label, which stands above already. */
  readonly headless?: boolean;
}

const SHOWN = 4;
const SHOWN_OPEN = 12;

/** Picks values of a category; every value with how many rows it has under all other filters. */
export function ValuesFilter(props: Props) {
  const { column, label, active, answer, tags, inSight, find, onFind, onWhole, onChange } = props;
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
  const shown = inSight ? SHOWN_OPEN : SHOWN;
  const most = useMemo(
    () => answer.values.reduce((max, item) => Math.max(max, item.count), answer.blanks ?? 1),
    [answer],
  );
  const picked = new Set(set.values);
  const first = firstOf(answer.values, picked, shown);
  const row = (value: string | null, rows: number) => (
    <ValueRow
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
  const blank = useMemo(
    () => (answer.blanks === null ? [] : [{ value: null, count: answer.blanks }]),
    [answer],
  );
  const listed = useMemo(
    () => (blank.length === 0 ? answer.values : [...answer.values, ...blank]),
    [answer, blank],
  );
  const short = set.blank ? [...blank, ...first] : [...first, ...blank];
  const rest = answer.distinct + (answer.blanks === null ? 0 : 1);
  const isListed = answer.values.length + blank.length <= shown && find === ''; // then there is no menu
  const ofPicked = (
    <>
      <button type="button" className="word" disabled={!inUse} onClick={() => onChange(null)}>
        {say('filter.none')}
      </button>
      <button
        type="button"
        className="word"
        disabled={!inUse}
        onClick={() => emit({ ...set, exclude: !set.exclude }, false)}
      >
        {set.exclude ? say('filter.keepOnlyThePicked') : say('filter.leaveThePickedOut')}
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
    </>
  );
  return (
    <>
      <div className={filterCss.filterHead}>
        {!props.headless && <h3 className={filterCss.filterLabel}>{label}</h3>}
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
      <div className={filterCss.filterBody}>
        <ul className={css.values}>
          {short.slice(0, shown).map((item) => (
            <li key={item.value ?? BLANK}>{row(item.value, item.count)}</li>
          ))}
        </ul>
        {isListed && inUse && <p className={css.menuEnd}>{ofPicked}</p>}
        {!isListed && (
          <Menu
            className={`word ${filterCss.filterWord}`}
            label={say('filter.all2', { rest: count(rest) })}
            name={say('filter.allValuesOf', { label })}
          >
            {(close) => (
              <AllValues
                label={label}
                find={find}
                onFind={onFind}
                onWhole={onWhole}
                values={listed}
                picked={picked}
                row={row}
              >
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
                <p className={css.menuEnd}>
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
                  {ofPicked}
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

/**
 * Those that stand in sight: in the order of the whole dataset, so that nothing jumps; only what is picked comes first,
 * what has no row last.
 */
function firstOf(
  values: readonly ValueCount[],
  picked: ReadonlySet<string>,
  shown: number,
): readonly ValueCount[] {
  const first = picked.size === 0 ? [] : values.filter((item) => picked.has(item.value));
  for (const rows of [true, false]) {
    for (const item of values) {
      if (first.length >= shown) return first;
      if (!picked.has(item.value) && item.count > 0 === rows) first.push(item);
    }
  }
  return first;
}

interface Listed {
  readonly value: string | null;
  readonly count: number;
}

const BLANK = '\u0000';
const ROW = 19;
const MAX_HEIGHT = 300;
const OPENED = 50; // milliseconds
const SLOTS = 32; // more than are ever drawn: rows are filled anew while one scrolls, none is made

/** Every value, of which only those in sight are drawn: tens of thousands scroll without a stop. */
function AllValues({
  label,
  find,
  onFind,
  onWhole,
  values,
  picked,
  row,
  children,
}: {
  readonly label: string;
  readonly find: string;
  readonly onFind: (text: string) => void;
  readonly onWhole: (whole: boolean) => void;
  readonly values: readonly Listed[];
  readonly picked: ReadonlySet<string>;
  readonly row: (value: string | null, rows: number) => React.ReactNode;
  readonly children: React.ReactNode;
}) {
  const id = useId();
  const frame = useRef<HTMLDivElement>(null);
  // what was picked when the list was opened stands first; nothing jumps while one picks
  const [before] = useState(() => new Set(picked));
  const inOrder = useMemo(
    () =>
      before.size === 0
        ? values
        : [
            ...values.filter((item) => item.value !== null && before.has(item.value)),
            ...values.filter((item) => item.value === null || !before.has(item.value)),
          ],
    [values, before],
  );
  const rows = useVirtualizer({
    count: inOrder.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    overscan: 4,
  });
  const wholly = useRef(onWhole);
  useEffect(() => {
    wholly.current = onWhole;
  }, [onWhole]);
  useEffect(() => {
    const timer = setTimeout(() => wholly.current(true), OPENED); // the list stands there first
    return () => {
      clearTimeout(timer);
      wholly.current(false);
    };
  }, []);
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
      <div
        ref={frame}
        className={`${css.values} ${css.all}`}
        role="list"
        style={{ height: Math.min(MAX_HEIGHT, inOrder.length * ROW) }}
      >
        <div role="presentation" style={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map((item) => {
            const one = inOrder[item.index];
            return (
              one && (
                <div
                  key={item.index % SLOTS}
                  role="listitem"
                  aria-setsize={inOrder.length}
                  aria-posinset={item.index + 1}
                  className={css.valuePlace}
                  style={{ transform: `translateY(${item.start}px)` }}
                >
                  {row(one.value, one.count)}
                </div>
              )
            );
          })}
        </div>
      </div>
      {children}
    </>
  );
}

/** A list from elsewhere, a value a line: what the data do not have is told by the server. */
function PastedList({ onValues }: { readonly onValues: (values: string[]) => void }) {
  const [text, setText] = useState('');
  const values = [...new Set(text.split(/[\n\t;]+/).map((value) => value.trim()))].filter(Boolean);
  return (
    <details className={css.pastedList}>
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
