import { useState } from 'react';
import type { Bin, Filter, HistogramAnswer, NamedPeriod, PageData } from '../../api/types';
import { count, date, number, plainNumber } from '../../shared/format';
import { Bars } from './Bars';
import { Handles } from './Handles';
import { say } from '../../words';
import filterCss from './filter.module.css';
import css from './RangeFilter.module.css';

interface Props {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  readonly answer: HistogramAnswer;
  /** Periods told by their names, for dates. */
  readonly periods: PageData['periods'];
  readonly onChange: (filter: Filter | null) => void;
  /** While an end is dragged. */
  readonly onDrag: (filter: Filter | null) => void;
}

/** Picks a range of numbers or dates over their spread: handles by mouse or arrow keys, or exact ends typed in. */
export function RangeFilter(props: Props) {
  const { column, label, active, answer, periods, onChange, onDrag } = props;
  const { bins } = answer;
  const dates = answer.step !== null;
  const fixed = places(active, bins, dates);
  const [dragged, setDragged] = useState<readonly [number, number] | null>(null);
  const [from, to] = dragged ?? fixed;
  const last = bins.length;
  const emit = (low: number, high: number, blanks: boolean) => {
    if (low <= 0 && high >= last && !blanks) onChange(null);
    else onChange(filterOf(column, bins, dates, low, high, blanks));
  };
  const blanks = active !== null && 'blanks' in active && active.blanks;
  const inUse = active !== null;
  if (bins.length === 0) {
    return (
      <>
        <h3 className={filterCss.filterLabel}>{label}</h3>
        <p className="soft">{say('filter.allValuesAreBlank')}</p>
      </>
    );
  }
  const said = dragged
    ? ends(filterOf(column, bins, dates, from, to, false))
    : active
      ? active.kind === 'namedPeriod'
        ? (periods.find(({ name }) => name === active.name)?.label ?? active.name)
        : ends(active)
      : say('filter.any');
  const spoken = (place: number) => edgeText(bins, dates, place);
  return (
    <>
      <div className={filterCss.filterHead}>
        <h3 className={filterCss.filterLabel}>{label}</h3>
        <span className="soft">{said}</span>
      </div>
      <div className={filterCss.filterBody}>
        <div className={css.spread}>
          <Bars bins={bins} from={from} to={to - 1} inUse={inUse || dragged !== null} height={40} />
          <Handles
            count={last}
            from={from}
            to={to}
            label={label}
            spoken={spoken}
            onMove={(low, high) => {
              setDragged([low, high]);
              onDrag(
                low <= 0 && high >= last && !blanks
                  ? null
                  : filterOf(column, bins, dates, low, high, blanks),
              );
            }}
            onDone={(low, high) => {
              setDragged(null);
              emit(low, high, blanks);
            }}
          />
        </div>
        <Ends
          key={said}
          dates={dates}
          active={active}
          bins={bins}
          onChange={onChange}
          column={column}
          openHigh={answer.openHigh}
        />
        {dates && periods.length > 0 && (
          <PeriodPick
            column={column}
            label={label}
            active={active}
            periods={periods}
            onChange={onChange}
          />
        )}
        {answer.blanks !== null && (
          <label className={`${filterCss.valueRow} ${filterCss.blanks}`}>
            <input
              type="checkbox"
              checked={!inUse || blanks}
              disabled={!inUse}
              onChange={(event) => emit(from, to, event.target.checked)}
            />
            <span className="soft">{say('filter.blank', { blanks: count(answer.blanks) })}</span>
          </label>
        )}
      </div>
    </>
  );
}

/** Which bins a filter reaches over, as places between bins. */
function places(active: Filter | null, bins: readonly Bin[], dates: boolean): [number, number] {
  const last = bins.length;
  if (active === null || (active.kind !== 'between' && active.kind !== 'during')) return [0, last];
  const before = (edge: string, bound: string | number) =>
    dates ? edge < String(bound) : Number(edge) < Number(bound);
  const from =
    active.from === null ? 0 : bins.filter((bin) => before(bin.from, active.from ?? '')).length;
  const to =
    active.to === null
      ? last
      : bins.filter((bin) => before(bin.from, active.to ?? '') || bin.from === active.to).length;
  const low = Math.min(from, last - 1);
  return [low, Math.max(low + 1, Math.min(to, last))];
}

function filterOf(
  column: string,
  bins: readonly Bin[],
  dates: boolean,
  low: number,
  high: number,
  blanks: boolean,
): Filter {
  const from = low <= 0 ? null : (bins[low]?.from ?? null);
  const to = high >= bins.length ? null : (bins[high - 1]?.to ?? null);
  if (dates) return { kind: 'during', column, from, to, blanks };
  return {
    kind: 'between',
    column,
    from: from === null ? null : Number(from),
    to: to === null ? null : Number(to),
    belowTo: to !== null,
    blanks,
  };
}

function ends(filter: Filter): string {
  if (filter.kind === 'during') {
    const { from, to } = filter;
    if (from?.endsWith('-01-01') && to?.endsWith('-12-31')) {
      return from.slice(0, 4) === to.slice(0, 4)
        ? from.slice(0, 4)
        : `${from.slice(0, 4)} – ${to.slice(0, 4)}`;
    }
    if (from && to) return `${date(from)} – ${date(to)}`;
    return filter.from
      ? say('filter.from', { from: date(filter.from) })
      : filter.to
        ? say('filter.to', { to: date(filter.to) })
        : say('filter.any');
  }
  if (filter.kind !== 'between') return '';
  const { from, to } = filter;
  const below = filter.belowTo ? say('filter.below') : '';
  if (from !== null && to !== null) return `${number(from)} – ${below}${number(to)}`;
  return from !== null
    ? say('filter.from', { from: number(from) })
    : to !== null
      ? `${below || say('filter.to2')}${number(to)}`
      : say('filter.any');
}

function edgeText(bins: readonly Bin[], dates: boolean, place: number): string {
  const bin = bins[Math.min(place, bins.length - 1)];
  if (!bin) return '';
  const edge = place >= bins.length ? bin.to : bin.from;
  return dates ? edgeDate(edge, bins) : plainNumber(edge);
}

/** Where every bar is a year that is written alone, so are the ends. */
function edgeDate(edge: string, bins: readonly Bin[]): string {
  return bins.every((bin) => bin.from.endsWith('-01-01') && bin.to.endsWith('-12-31'))
    ? edge.slice(0, 4)
    : date(edge);
}

/** Periods told by their names, counted from the latest date there is: a newer file moves them along. */
function PeriodPick({
  column,
  label,
  active,
  periods,
  onChange,
}: {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  readonly periods: PageData['periods'];
  readonly onChange: (filter: Filter | null) => void;
}) {
  const pick = (name: string) =>
    onChange(
      name === ''
        ? null
        : { kind: 'namedPeriod', column, name: name as NamedPeriod['name'], blanks: false },
    );
  return (
    <select
      className={css.periodPick}
      aria-label={say('filter.periodOf', { label })}
      value={active?.kind === 'namedPeriod' ? active.name : ''}
      onChange={(event) => pick(event.target.value)}
    >
      <option value="">{say('filter.period')}</option>
      {periods.map(({ name, label: words }) => (
        <option key={name} value={name}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** The exact ends, typed in. */
function Ends({
  dates,
  active,
  bins,
  column,
  openHigh,
  onChange,
}: {
  readonly openHigh: boolean;
  readonly dates: boolean;
  readonly active: Filter | null;
  readonly bins: readonly Bin[];
  readonly column: string;
  readonly onChange: (filter: Filter | null) => void;
}) {
  const range = active?.kind === 'between' || active?.kind === 'during' ? active : null;
  const [from, setFrom] = useState(range?.from === null || !range ? '' : String(range.from));
  const [to, setTo] = useState(range?.to === null || !range ? '' : String(range.to));
  const [open, setOpen] = useState(false);
  const first = bins[0];
  const last = bins[bins.length - 1];
  if (!open) {
    return (
      <p className={`${css.rangeEnds} soft`}>
        <span>{first && (dates ? edgeDate(first.from, bins) : plainNumber(first.from))}</span>
        <button
          type="button"
          className={`word ${filterCss.filterWord}`}
          onClick={() => setOpen(true)}
        >
          {say('filter.type')}
        </button>
        <span>
          {last && (dates ? edgeDate(last.to, bins) : plainNumber(last.to))}
          {openHigh && say('filter.andMore')}
        </span>
      </p>
    );
  }
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    if (from === '' && to === '') onChange(null);
    else if (dates) {
      onChange({ kind: 'during', column, from: from || null, to: to || null, blanks: false });
    } else {
      onChange({
        kind: 'between',
        column,
        from: from === '' ? null : Number(from),
        to: to === '' ? null : Number(to),
        belowTo: false,
        blanks: false,
      });
    }
  };
  const type = dates ? 'date' : 'number';
  return (
    <form className={css.typedEnds} onSubmit={submit}>
      <input
        aria-label={say('filter.from2')}
        className="field"
        type={type}
        step="any"
        value={from}
        autoFocus
        onChange={(event) => setFrom(event.target.value)}
      />
      <input
        aria-label={say('filter.to3')}
        className="field"
        type={type}
        step="any"
        value={to}
        onChange={(event) => setTo(event.target.value)}
      />
      <button type="submit" className="button">
        {say('filter.set')}
      </button>
    </form>
  );
}
