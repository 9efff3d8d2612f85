import type {
  AppDefinition,
  Between,
  Choice,
  Filter,
  Mark,
  NamedPeriod,
  Parts,
  Selection,
  Sort,
  TimeStep,
} from '../../api/types';
import { isSimple } from '../../shared/datasets';
import { stepKey, type TablePart, type TableState } from '../view';

/** All of a page's state that its address holds. */
export interface PageState extends Selection, TableState {
  /** For each choice the id of the picked option; the one that it begins with where there is none. */
  readonly choices: Record<string, string>;
  /** The page that is shown; the first one if null. */
  readonly page: string | null;
  /** All rows, though the app begins with some of them. */
  readonly all: boolean;
  /** What marks do to other views; as the app says where null. */
  readonly marking: AppDefinition['marking'] | null;
  /** The view that is shown alone; all of the page if null. */
  readonly alone: string | null;
  /** Id of the saved view that a guided reading stands at; null outside of one. */
  readonly reading: string | null;
}

const FILTER = 'f.';
const MARK = 'm.';
const SORT = 's.';
const LOOK = 't.';
const CHOICE = 'c.';
const HEADINGS = 'h.';
const COLUMNS = 'k.';
const PINS = 'p.';
const WIDTHS = 'w.';
const PAGE = 'page';
const ALL = 'all';
const MARKING = 'marks';
const ALONE = 'view';
const READING = 'r';
const BLANK = '+blank';

/** `~` parts the words of a value; inside one it stands as `~~`. */
const join = (words: readonly string[]): string =>
  words.map((word) => word.replaceAll('~', '~~')).join('~.');

function split(text: string): string[] {
  const words = [''];
  for (let i = 0; i < text.length; i += 1) {
    const pair = text.slice(i, i + 2);
    if (pair === '~.') words.push('');
    else words[words.length - 1] += pair === '~~' ? '~' : (text[i] ?? '');
    if (pair === '~.' || pair === '~~') i += 1;
  }
  return words;
}

function encodeFilter(filter: Filter): string {
  switch (filter.kind) {
    case 'oneOf':
      return join([
        (filter.exclude ? 'not' : 'is') + (filter.blank ? BLANK : ''),
        ...filter.values,
      ]);
    case 'between':
      return join([
        (filter.belowTo ? 'below' : 'between') + (filter.blanks ? BLANK : ''),
        filter.from === null ? '' : String(filter.from),
        filter.to === null ? '' : String(filter.to),
      ]);
    case 'during':
      return join(['during' + (filter.blanks ? BLANK : ''), filter.from ?? '', filter.to ?? '']);
    case 'containing':
      return join(['contains', filter.text]);
    case 'hasAll':
      return join(['all', ...filter.tags]);
    case 'parts':
      return join(['parts', filter.part, ...filter.values.map(String)]);
    case 'both': {
      const { first, second } = filter;
      const ends = ({ from, to }: Between) => [String(from ?? ''), String(to ?? '')];
      if (isPlain(first) && isPlain(second)) {
        return join(['box', second.column, ...ends(first), ...ends(second)]);
      }
      return join(['both', first.column, encodeFilter(first), second.column, encodeFilter(second)]);
    }
    case 'namedPeriod':
      return join(['period' + (filter.blanks ? BLANK : ''), filter.name]);
  }
}

/** A side of a box that was dragged. */
const isPlain = (filter: Filter): filter is Between =>
  filter.kind === 'between' && !filter.belowTo && !filter.blanks;

const numberOrNull = (text: string | undefined): number | null =>
  text === undefined || text === '' || !Number.isFinite(Number(text)) ? null : Number(text);

function decodeFilter(column: string, text: string): Filter | null {
  const [first = '', ...words] = split(text);
  const blank = first.endsWith(BLANK);
  switch (blank ? first.slice(0, -BLANK.length) : first) {
    case 'is':
      return { kind: 'oneOf', column, values: words, blank, exclude: false };
    case 'not':
      return { kind: 'oneOf', column, values: words, blank, exclude: true };
    case 'between':
    case 'below':
      return {
        kind: 'between',
        column,
        from: numberOrNull(words[0]),
        to: numberOrNull(words[1]),
        belowTo: first.startsWith('below'),
        blanks: blank,
      };
    case 'during': {
      const dateOrNull = (word: string | undefined) =>
        word !== undefined && /^\d{4}-\d\d-\d\d$/.test(word) ? word : null;
      return {
        kind: 'during',
        column,
        from: dateOrNull(words[0]),
        to: dateOrNull(words[1]),
        blanks: blank,
      };
    }
    case 'all':
      return words.length > 0 ? { kind: 'hasAll', column, tags: words } : null;
    case 'period':
      return words[0] !== undefined && /^[A-Z0-9_]{1,30}$/.test(words[0])
        ? { kind: 'namedPeriod', column, name: words[0] as NamedPeriod['name'], blanks: blank }
        : null;
    case 'parts': {
      const [part = '', ...values] = words;
      const numbers = values.map(Number).filter(Number.isInteger);
      return /^[A-Z_]{1,30}$/.test(part) && numbers.length > 0
        ? { kind: 'parts', column, part: part as Parts['part'], values: numbers }
        : null;
    }
    case 'both': {
      const [one = '', oneIs = '', other = '', otherIs = ''] = words;
      const first = decodeFilter(one, oneIs);
      const second = decodeFilter(other, otherIs);
      return first && second && isSimple(first) && isSimple(second)
        ? { kind: 'both', first, second }
        : null;
    }
    case 'box': {
      const between = (of: string, from: string | undefined, to: string | undefined): Between => ({
        kind: 'between',
        column: of,
        from: numberOrNull(from),
        to: numberOrNull(to),
        belowTo: false,
        blanks: false,
      });
      return words.length === 5 && words[0]
        ? {
            kind: 'both',
            first: between(column, words[1], words[2]),
            second: between(words[0], words[3], words[4]),
          }
        : null;
    }
    case 'contains':
      return words[0] ? { kind: 'containing', column, text: words[0] } : null;
    default:
      return null;
  }
}

const NARROWEST = 50;
const WIDEST = 2_000;

/** Names and pixels in turn; a width that no table could have is passed over. */
function decodeWidths(words: readonly string[]): Record<string, number> {
  const widths: Record<string, number> = {};
  for (let i = 0; i + 1 < words.length; i += 2) {
    const width = Number(words[i + 1]);
    if (width >= NARROWEST && width <= WIDEST) widths[words[i] ?? ''] = Math.round(width);
  }
  return widths;
}

/** The state as the search part of an address, in the order things were picked. */
export function encodeState(state: PageState): URLSearchParams {
  const params = new URLSearchParams();
  if (state.page !== null) params.append(PAGE, state.page);
  for (const [choice, option] of Object.entries(state.choices)) {
    params.append(CHOICE + choice, option);
  }
  for (const filter of state.filters) {
    if (isSimple(filter)) params.append(FILTER + filter.column, encodeFilter(filter));
  }
  for (const mark of state.marks) {
    const { filter } = mark;
    const column = isSimple(filter) ? filter.column : filter.first.column;
    params.append(MARK + mark.view, `${join([column])}~.${encodeFilter(mark.filter)}`);
  }
  for (const [view, sorts] of Object.entries(state.sorts)) {
    params.append(
      SORT + view,
      join(sorts.flatMap((sort) => [sort.column, sort.descending ? 'down' : 'up'])),
    );
  }
  for (const [view, text] of Object.entries(state.looks)) params.append(LOOK + view, text);
  for (const [view, typed] of Object.entries(state.headings))
    params.append(HEADINGS + view, join(Object.entries(typed).flat()));
  for (const [view, names] of Object.entries(state.columns))
    params.append(COLUMNS + view, join(names));
  for (const [view, names] of Object.entries(state.pins)) params.append(PINS + view, join(names));
  for (const [view, widths] of Object.entries(state.widths))
    params.append(WIDTHS + view, join(Object.entries(widths).flat().map(String)));
  if (state.alone) params.append(ALONE, state.alone);
  if (state.reading) params.append(READING, state.reading);
  if (state.marking) params.append(MARKING, state.marking.toLowerCase());
  if (state.all && state.filters.length + state.marks.length === 0) params.set(ALL, '');
  return params;
}

/** What an address says; parts that mean nothing are passed over. */
export function decodeState(params: URLSearchParams): PageState {
  const filters: Filter[] = [];
  const marks: Mark[] = [];
  const sorts: Record<string, Sort[]> = {};
  const looks: Record<string, string> = {};
  const choices: Record<string, string> = {};
  const headings: Record<string, Record<string, string>> = {};
  const columns: Record<string, string[]> = {};
  const pins: Record<string, string[]> = {};
  const widths: Record<string, Record<string, number>> = {};
  for (const [name, text] of params) {
    if (name.startsWith(FILTER)) {
      const filter = decodeFilter(name.slice(FILTER.length), text);
      if (filter && isSimple(filter)) filters.push(filter);
    } else if (name.startsWith(MARK)) {
      const [column = '', ...rest] = split(text);
      const filter = decodeFilter(column, join(rest));
      if (filter) marks.push({ view: name.slice(MARK.length), filter });
    } else if (name.startsWith(SORT)) {
      const words = split(text);
      const all: Sort[] = [];
      for (let i = 0; i < words.length; i += 2) {
        all.push({ column: words[i] ?? '', descending: words[i + 1] === 'down' });
      }
      sorts[name.slice(SORT.length)] = all;
    } else if (name.startsWith(LOOK)) {
      looks[name.slice(LOOK.length)] = text;
    } else if (name.startsWith(HEADINGS)) {
      const words = split(text);
      const typed: Record<string, string> = {};
      for (let i = 0; i + 1 < words.length; i += 2) typed[words[i] ?? ''] = words[i + 1] ?? '';
      headings[name.slice(HEADINGS.length)] = typed;
    } else if (name.startsWith(COLUMNS)) {
      columns[name.slice(COLUMNS.length)] = split(text);
    } else if (name.startsWith(PINS)) {
      pins[name.slice(PINS.length)] = split(text);
    } else if (name.startsWith(WIDTHS)) {
      widths[name.slice(WIDTHS.length)] = decodeWidths(split(text));
    } else if (name.startsWith(CHOICE)) {
      choices[name.slice(CHOICE.length)] = text;
    }
  }
  const said = params.get(MARKING);
  return {
    filters,
    marks,
    sorts,
    looks,
    headings,
    columns,
    pins,
    widths,
    choices,
    page: params.get(PAGE),
    all: params.has(ALL),
    alone: params.get(ALONE),
    reading: params.get(READING),
    marking: said === 'highlight' ? 'HIGHLIGHT' : said === 'narrow' ? 'NARROW' : null,
  };
}

/** The state that an app begins with where its address says nothing of a selection; null where it says something. */
export function startOf(state: PageState, start: readonly Filter[]): PageState | null {
  const says = state.all || state.filters.length + state.marks.length > 0;
  return says || start.length === 0 ? null : { ...state, filters: [...start] };
}

/** With the filter of its column in place of the one before, or lifted when null. */
export function withFilter(state: PageState, column: string, filter: Filter | null): PageState {
  const at = state.filters.findIndex((one) => isSimple(one) && one.column === column);
  const filters = [...state.filters];
  if (at >= 0) filters.splice(at, 1, ...(filter ? [filter] : []));
  else if (filter) filters.push(filter);
  return { ...state, filters };
}

/** With an option picked; marks of views whose groups change with it are lifted, since they would mean nothing. */
export function withChoice(state: PageState, choice: Choice, option: string): PageState {
  const others = Object.entries(state.choices).filter(([id]) => id !== choice.id);
  const isStart = option === (choice.start ?? choice.options[0]?.id);
  const choices = Object.fromEntries(isStart ? others : [...others, [choice.id, option]]);
  const regroups = ['GROUPING', 'SPLIT', 'STEP', 'WIDTH', 'SHOWN'].includes(choice.kind);
  const marks = state.marks.filter((mark) => !regroups || !choice.views.includes(mark.view));
  return { ...state, choices, marks };
}

export function withMark(state: PageState, view: string, filter: Filter | null): PageState {
  const marks = state.marks.filter((mark) => mark.view !== view);
  return { ...state, marks: filter ? [...marks, { view, filter }] : marks };
}

/** With a filter in place of a view's mark, and the view over shorter periods; back again where there is neither. */
export function lookedInto(
  state: PageState,
  view: string,
  name: string,
  filter: Filter | null,
  step: TimeStep | null,
): PageState {
  const own = filter && isSimple(filter) ? { ...filter, column: name } : null;
  const others = Object.entries(state.choices).filter(([id]) => id !== stepKey(view));
  const choices = Object.fromEntries(step ? [...others, [stepKey(view), step]] : others);
  return withMark(withFilter({ ...state, choices }, name, own), view, null);
}

/** With what is said of a table; what says nothing is left out of the address. */
export function withTable(state: PageState, view: string, part: TablePart): PageState {
  const set = <T>(all: Record<string, T>, next: T | undefined, empty: (value: T) => boolean) => {
    if (next === undefined) return all;
    const others = Object.entries(all).filter(([id]) => id !== view);
    return Object.fromEntries(empty(next) ? others : [...others, [view, next] as const]);
  };
  return {
    ...state,
    looks: set(state.looks, part.look, (text) => text === ''),
    headings: set(state.headings, part.headings, (typed) => Object.keys(typed).length === 0),
    columns: set(state.columns, part.columns, (names) => names.length === 0),
    pins: set(state.pins, part.pins, (names) => names.length === 0),
    widths: set(state.widths, part.widths, (of) => Object.keys(of).length === 0),
  };
}
