import type { Filter, PageColumn } from '../../api/types';
import { typedNumber } from '../../shared/format';

const DAY = /^(\d{4})(?:-(\d\d))?(?:-(\d\d))?$/;
const TO = '..';

/**
 * What is typed under a heading as a filter: a part of a text, `5`, `5..9`, `5..` or `..9` of numbers and dates, yes or
 * no. Undefined for what means nothing there; null for nothing.
 */
export function headingFilter(column: PageColumn, typed: string): Filter | null | undefined {
  const text = typed.trim();
  if (text === '') return null;
  const { name } = column;
  switch (column.type) {
    case 'WHOLE':
    case 'DECIMAL': {
      const [from, to] = ends(text).map((end) => (end === '' ? null : typedNumber(end)));
      if (from === undefined || to === undefined) return undefined;
      return {
        kind: 'between',
        column: name,
        from,
        to,
        belowTo: false,
        blanks: false,
      };
    }
    case 'DATE':
    case 'DATE_TIME': {
      const [from, to] = ends(text);
      const [first, last] = [day(from, false), day(to, true)];
      if (first === undefined || last === undefined) return undefined;
      return { kind: 'during', column: name, from: first, to: last, blanks: false };
    }
    case 'YES_NO': {
      const value = text.toLowerCase();
      return value === 'yes' || value === 'no'
        ? { kind: 'oneOf', column: name, values: [value], blank: false, exclude: false }
        : undefined;
    }
    default:
      return { kind: 'containing', column: name, text };
  }
}

function ends(text: string): [string, string] {
  const at = text.indexOf(TO);
  return at < 0 ? [text, text] : [text.slice(0, at).trim(), text.slice(at + TO.length).trim()];
}

/** The first or the last day of a year, a month or a day; null for no end. */
function day(text: string, last: boolean): string | null | undefined {
  if (text === '') return null;
  const parts = DAY.exec(text);
  if (!parts) return undefined;
  const [, year = '', month, date] = parts;
  const made = date
    ? new Date(Date.UTC(Number(year), Number(month) - 1, Number(date)))
    : last
      ? new Date(Date.UTC(Number(year), month ? Number(month) : 12, 0))
      : new Date(Date.UTC(Number(year), month ? Number(month) - 1 : 0, 1));
  const iso = made.toISOString().slice(0, 10);
  return !date || iso === text ? iso : undefined;
}
