import type {
  ColumnFormat,
  ColumnType,
  DatePart,
  GroupKey,
  PageColumn,
  Role,
  TimeStep,
  View,
} from '../api/types';
import { LOCALE, say } from '../words';

const whole = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 0 });
const tenths = new Intl.NumberFormat(LOCALE, {
  minimumFractionDigits: 1,
  maximumFractionDigits: 1,
});
const small = new Intl.NumberFormat(LOCALE, { maximumSignificantDigits: 3 });
const compact = new Intl.NumberFormat(LOCALE, {
  notation: 'compact',
  maximumSignificantDigits: 3,
});
const day = new Intl.DateTimeFormat(LOCALE, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
const dayMonth = new Intl.DateTimeFormat(LOCALE, {
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});
const month = new Intl.DateTimeFormat(LOCALE, { month: 'short', year: 'numeric', timeZone: 'UTC' });
const moment = new Intl.DateTimeFormat(LOCALE, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

export const count = (value: number): string => whole.format(value);

/** With so many places as the size of the number bears; whole numbers without any. */
export function number(value: number): string {
  if (Number.isInteger(value) || Math.abs(value) >= 1000) return whole.format(value);
  return Math.abs(value) >= 1 ? tenths.format(value) : small.format(value);
}

export const axisNumber = (value: number): string =>
  Math.abs(value) >= 10_000 ? compact.format(value) : small.format(value);

/** Shares from 0 to 1 as percentages. */
export const SHARE: ColumnFormat = { kind: 'PERCENT', unit: null, decimals: null, compact: null };

/** A value of an axis in the unit of what it measures. */
export function axisValue(value: number, format: ColumnFormat | null | undefined): string {
  if (format?.kind === 'PERCENT') return `${axisNumber(value * 100)}%`;
  if (format?.kind === 'DURATION') return duration(value, format.unit);
  return format?.kind === 'MONEY' ? withUnit(axisNumber(value), format.unit) : axisNumber(value);
}

const utc = (iso: string): Date => new Date(`${iso.slice(0, 10)}T00:00:00Z`);

export const date = (iso: string): string => day.format(utc(iso));

export const shortDate = (iso: string): string => dayMonth.format(utc(iso));

/** When something happened, in the reader's own time. */
export const when = (instant: string): string => moment.format(new Date(instant));

const UNIT_SECONDS: Record<string, number> = { s: 1, min: 60, h: 3600, d: 86_400 };
const places = new Map<string, Intl.NumberFormat>();

/** With a fixed number of decimals. */
export function fixed(value: number, decimals: number): string {
  const key = String(decimals);
  let known = places.get(key);
  if (!known) {
    known = new Intl.NumberFormat(LOCALE, {
      minimumFractionDigits: decimals,
      maximumFractionDigits: decimals,
    });
    places.set(key, known);
  }
  return known.format(value);
}

const SHORT: [number, string][] = [
  [1e12, 'tn'],
  [1e9, 'bn'],
  [1e6, 'm'],
  [1e3, 'k'],
];

/** Cut to a few figures: 140.5 bn. */
function cut(value: number, decimals: number | null): string {
  const [size, name] = SHORT.find(([least]) => Math.abs(value) >= least) ?? [1, ''];
  return `${fixed(value / size, decimals ?? (name === '' && Number.isInteger(value) ? 0 : 1))}${name && ` ${name}`}`;
}

/** Hours, minutes and seconds: 1 h 25 min. */
function duration(value: number, unit: string | null): string {
  const seconds = Math.round(Math.abs(value) * (UNIT_SECONDS[unit ?? 's'] ?? 1));
  const parts = [
    [Math.floor(seconds / 86_400), 'd'],
    [Math.floor((seconds % 86_400) / 3600), 'h'],
    [Math.floor((seconds % 3600) / 60), 'min'],
    [seconds % 60, 's'],
  ] as const;
  const first = parts.findIndex(([part]) => part > 0);
  if (first < 0) return '0 s';
  const shown = parts.slice(first, first + 2).filter(([part]) => part > 0);
  return (value < 0 ? '−' : '') + shown.map(([part, name]) => `${part} ${name}`).join(' ');
}

/** A number as its format says; without one, with so many places as its size bears. */
export function formatted(value: number, format: ColumnFormat | null): string {
  if (format === null) return number(value);
  const { kind, unit, decimals } = format;
  const plain = (shown: number) =>
    format.compact
      ? cut(shown, decimals)
      : decimals === null
        ? number(shown)
        : fixed(shown, decimals);
  switch (kind) {
    case 'PERCENT':
      return `${fixed(value * 100, decimals ?? 1)}%`;
    case 'MONEY':
      return withUnit(plain(value), unit);
    case 'DURATION':
      return duration(value, unit);
    case 'NUMBER':
      return unit ? `${plain(value)} ${unit}` : plain(value);
    default:
      return number(value);
  }
}

/** The result of a measure; dates come as day numbers, times as microseconds. */
export function measured(
  value: number | null,
  aggregate: string,
  type: ColumnType | null,
  format: ColumnFormat | null = null,
): string {
  if (value === null) return '–';
  if (format && NUMERIC.has(format.kind)) return formatted(value, format);
  if (aggregate === 'SHARE') return formatted(value, SHARE);
  if (aggregate === 'MIN' || aggregate === 'MAX' || aggregate === 'MEDIAN') {
    if (type === 'DATE') return cell(new Date(value * 86_400_000).toISOString(), type, format);
    if (type === 'DATE_TIME') return cell(new Date(value / 1000).toISOString(), type, format);
  }
  return number(value);
}

/** Aggregates that give numbers as exact as the data are written, or as counted. */
const EXACT = new Set([
  'ROWS',
  'COUNT',
  'DISTINCT',
  'SUM',
  'MIN',
  'MAX',
  'MEDIAN',
  'FIRST',
  'LAST',
]);
const everyPlace = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 12 });
const sixFigures = new Intl.NumberFormat(LOCALE, { maximumSignificantDigits: 6 });

/** As exact as it is known, where there is room for it: never cut short, averages with six figures. */
export function exactly(
  value: number | null,
  aggregate: string,
  type: ColumnType | null,
  format: ColumnFormat | null = null,
): string {
  const rounded = measured(value, aggregate, type, format);
  const kind = aggregate === 'SHARE' ? 'PERCENT' : (format?.kind ?? 'NUMBER');
  const isTime = type === 'DATE' || type === 'DATE_TIME';
  if (value === null || kind === 'DURATION' || isTime) return rounded;
  if (kind === 'PERCENT') return `${fixed(value * 100, Math.max(2, format?.decimals ?? 0))}%`;
  const isExact = EXACT.has(aggregate);
  const plain =
    isExact && format?.decimals != null && Number(value.toFixed(format.decimals)) === value
      ? fixed(value, format.decimals)
      : isExact || Math.abs(value) >= 1e6
        ? (isExact ? everyPlace : whole).format(value)
        : sixFigures.format(value);
  if (kind === 'MONEY') return withUnit(plain, format?.unit ?? null);
  return kind === 'NUMBER' && format?.unit ? `${plain} ${format.unit}` : plain;
}

const LONG = 11; // characters
const brief = new Intl.NumberFormat(LOCALE, { notation: 'compact', maximumSignificantDigits: 4 });

/** As it is said everywhere, but cut to four figures where that would be long. */
export function briefly(
  value: number | null,
  aggregate: string,
  type: ColumnType | null,
  format: ColumnFormat | null = null,
): string {
  const said = measured(value, aggregate, type, format);
  const isPlain = !format || format.kind === 'NUMBER' || format.kind === 'MONEY';
  const isTime = type === 'DATE' || type === 'DATE_TIME';
  if (value === null || !isPlain || isTime || said.length <= LONG || Math.abs(value) < 1e6)
    return said;
  const unit = format?.unit ?? null;
  const cut = brief.format(value);
  return format?.kind === 'MONEY' ? withUnit(cut, unit) : unit ? `${cut} ${unit}` : cut;
}

function dateTime(plain: string): string {
  return `${date(plain)} ${plain.slice(11, 16)}`;
}

const parts = new Intl.NumberFormat(LOCALE).formatToParts(1234567.5);
const MARKS = {
  group: parts.find((part) => part.type === 'group')?.value ?? '',
  decimal: parts.find((part) => part.type === 'decimal')?.value ?? '.',
};

/**
 * What somebody meant by a number that they typed, with the marks that numbers are shown with; a point is one of
 * decimals wherever it cannot be one of thousands. Undefined for anything else.
 */
export function typedNumber(typed: string): number | undefined {
  const text = typed.replace(/[\s’']/gu, '').replace('−', '-');
  const [decimal, group] = [MARKS.decimal, MARKS.group === '.' ? '.' : ','];
  const grouped = new RegExp(
    `^-?\\d{1,3}([${group}]\\d{2,3})*[${group}]\\d{3}([${decimal}]\\d+)?$`,
    'u',
  );
  const plain =
    group !== decimal && grouped.test(text)
      ? text.replaceAll(group, '').replace(decimal, '.')
      : text.replace(decimal, '.');
  return /^-?\d+(\.\d+)?$/u.test(plain) ? Number(plain) : undefined;
}

/** A number as written, with thousands marks and all the places it was written with. */
export function plainNumber(plain: string): string {
  const [digits = '', places] = plain.replace('-', '').split('.');
  const grouped = digits.length > 3 ? whole.format(BigInt(digits)) : digits;
  return (plain.startsWith('-') ? '−' : '') + grouped + (places ? MARKS.decimal + places : '');
}

const NUMERIC = new Set<ColumnFormat['kind']>(['NUMBER', 'PERCENT', 'MONEY', 'DURATION']);

/** A code follows its amount, a sign stands before it, behind the minus. */
function withUnit(shown: string, unit: string | null): string {
  if (unit === null) return shown;
  if (/^[A-Za-z]/.test(unit)) return `${shown} ${unit}`;
  return /^[−-]/.test(shown) ? `−${unit}${shown.slice(1)}` : `${unit}${shown}`;
}

/** A share as a percentage, with all the places it was written with. */
function plainPercent(plain: string): string {
  const negative = plain.startsWith('-');
  const [whole = '', places = ''] = plain.replace('-', '').split('.');
  const moved = `${whole}${places.padEnd(2, '0').slice(0, 2)}`.replace(/^0+(?=\d)/, '');
  const rest = places.slice(2).replace(/0+$/, '');
  return plainNumber(`${negative ? '-' : ''}${moved}${rest ? `.${rest}` : ''}`) + '%';
}

/** A cell of a table; blank gives an empty text. */
export function cell(
  value: string | null,
  type: ColumnType,
  format: ColumnFormat | null = null,
): string {
  if (value === null) return '';
  switch (type) {
    case 'WHOLE':
    case 'DECIMAL':
      if (format && (format.kind === 'DURATION' || format.compact || format.decimals !== null)) {
        return formatted(Number(value), format);
      }
      if (format?.kind === 'PERCENT') return plainPercent(value);
      if (format?.kind === 'NUMBER' && format.unit) return `${plainNumber(value)} ${format.unit}`;
      return format?.kind === 'MONEY'
        ? withUnit(plainNumber(value), format.unit)
        : plainNumber(value);
    case 'DATE':
      if (format?.kind === 'YEAR') return yearLabel(value, format.unit);
      if (format?.kind === 'DATE') return styled(value, format.unit);
      if (format) return periodLabel(value, format.kind as TimeStep);
      return date(value);
    case 'DATE_TIME':
      return format?.kind === 'DATE'
        ? `${styled(value, format.unit)}, ${value.slice(11, 16)}`
        : dateTime(value);
    case 'TAGS':
      return value.split(';').join(' · ');
    default:
      return value;
  }
}

const STYLES: Record<string, Intl.DateTimeFormat> = {
  LONG: new Intl.DateTimeFormat(LOCALE, { dateStyle: 'long', timeZone: 'UTC' }),
  WEEKDAY: new Intl.DateTimeFormat(LOCALE, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  }),
  DIGITS: new Intl.DateTimeFormat(LOCALE, { dateStyle: 'short', timeZone: 'UTC' }),
};

/** A day in the style that its column says. */
const styled = (iso: string, style: string | null): string =>
  style === 'ISO' ? iso.slice(0, 10) : (STYLES[style ?? '']?.format(utc(iso)) ?? date(iso));

/** A year as the source writes 2024: alone, as a fiscal year, or as a span of two. */
function yearLabel(first: string, example: string | null): string {
  const year = Number(first.slice(0, 4));
  const two = (of: number) => String(of % 100).padStart(2, '0');
  switch (example) {
    case 'FY24':
      return `FY${two(year)}`;
    case 'FY2024':
      return `FY${year}`;
    case '24/25':
      return `${two(year)}/${two(year + 1)}`;
    case '2024/25':
      return `${year}/${two(year + 1)}`;
    case '2024-25':
      return `${year}–${two(year + 1)}`;
    case '2024/2025':
    case '2024-2025':
      return `${year}${example.charAt(4)}${year + 1}`;
    default:
      return String(year);
  }
}

/** A group in words. @param columns that it may be of: a day is written as its column says */
export function groupLabel(key: GroupKey, by: View['by'], columns: readonly PageColumn[]): string {
  if (key.merged > 0) return say('shared.other', { merged: count(key.merged) });
  if (key.value === null) return say('shared.blank');
  // just after the grouping was changed, the answer is still of the one before
  if (by?.part) return isNumeric(key.value) ? partLabel(Number(key.value), by.part) : key.value;
  if (by?.bins && key.to !== null)
    return say('shared.to', { value: plainNumber(key.value), to: plainNumber(key.to) });
  if (!by?.step || !ISO_DATE.test(key.value)) return key.value;
  const format = columns.find(({ name }) => name === by.column)?.format ?? null;
  const known = periodLabels.get(key);
  if (known?.step === by.step && known.format === format) return known.label;
  const label = ofPeriod(key.value, by.step, format);
  periodLabels.set(key, { step: by.step, format, label });
  return label;
}

/** Labels of periods that were made before: panels and what is read out name the same ones, sometimes thousands. */
const periodLabels = new WeakMap<
  GroupKey,
  { readonly step: string; readonly format: PageColumn['format']; readonly label: string }
>();

function ofPeriod(first: string, step: TimeStep, format: PageColumn['format']): string {
  if (step === 'DAY' && format?.kind === 'DATE') return styled(first, format.unit);
  return step === 'YEAR' && format?.kind === 'YEAR'
    ? yearLabel(first, format.unit)
    : periodLabel(first, step);
}

/** A group that splits others, in words. */
export const splitLabel = (key: GroupKey): string => groupLabel(key, null, []);

const ISO_DATE = /^-?\d{4,}-\d\d-\d\d/;
const isNumeric = (text: string): boolean => Number.isFinite(Number(text));

const weekday = new Intl.DateTimeFormat(LOCALE, { weekday: 'long', timeZone: 'UTC' });
const monthName = new Intl.DateTimeFormat(LOCALE, { month: 'long', timeZone: 'UTC' });

/** A part of a date by its name: 1 is Monday, January or the first quarter. */
function partLabel(value: number, part: DatePart): string {
  switch (part) {
    case 'WEEKDAY':
      return weekday.format(Date.UTC(2024, 0, value)); // the year began on a Monday
    case 'MONTH_OF_YEAR':
      return monthName.format(Date.UTC(2024, value - 1, 1));
    case 'QUARTER_OF_YEAR':
      return `Q${value}`;
    case 'HOUR_OF_DAY':
      return `${String(value).padStart(2, '0')}:00`;
    default:
      return String(value);
  }
}

export function periodLabel(first: string, step: TimeStep | string | null): string {
  switch (step) {
    case 'YEAR':
    case 'year':
      return first.slice(0, 4);
    case 'QUARTER':
    case 'quarter':
      return `Q${Math.floor((Number(first.slice(5, 7)) - 1) / 3) + 1} ${first.slice(0, 4)}`;
    case 'MONTH':
    case 'month':
      return month.format(utc(first));
    case 'WEEK':
    case 'week':
      return say('shared.weekOf', { first: date(first) });
    default:
      return date(first);
  }
}

export function bytes(size: number): string {
  if (size < 1000) return say('shared.bytes', { size });
  const units = ['kB', 'MB', 'GB'];
  let value = size / 1000;
  let unit = 0;
  while (value >= 1000 && unit < units.length - 1) {
    value /= 1000;
    unit += 1;
  }
  return `${value >= 100 ? whole.format(value) : tenths.format(value)} ${units[unit]}`;
}

/** A type in words; of dates that stand for longer periods, which. */
export const typeName = (column: { type: ColumnType; format: ColumnFormat | null }): string =>
  column.type === 'DATE' && column.format
    ? (PERIOD_NAMES[column.format.kind] ?? TYPE_NAMES.DATE)
    : TYPE_NAMES[column.type];

export const TYPE_NAMES: Record<ColumnType, string> = {
  TEXT: say('shared.text'),
  WHOLE: say('shared.wholeNumber'),
  DECIMAL: say('shared.decimalNumber'),
  DATE: say('shared.date'),
  DATE_TIME: say('shared.dateAndTime'),
  YES_NO: say('shared.yesNo'),
  TAGS: say('shared.listOfTags'),
};

/** What a date of a longer period stands for. */
const PERIOD_NAMES: Partial<Record<ColumnFormat['kind'], string>> = {
  YEAR: say('shared.year'),
  QUARTER: say('shared.quarter'),
  MONTH: say('shared.month'),
  WEEK: say('shared.week'),
};

export const ROLE_NAMES: Record<Role, string> = {
  CATEGORY: say('shared.category'),
  MEASURE: say('shared.measure'),
  TIME: say('shared.time'),
  PLACE: say('shared.place'),
  TEXT: say('shared.text'),
  IDENTIFIER: say('shared.identifier'),
};
